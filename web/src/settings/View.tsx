import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useSearchParams } from 'react-router';
import { useCatalogue, useSite } from '../data/nursery';
import { Waiting } from '../ui/Page';
import { useMay } from '../data/session';
import { Containers } from './Containers';
import { Cultivars } from './Cultivars';
import { Export } from './Export';
import { Numbers } from './Numbers';
import { People } from './People';
import { Places } from './Places';
import { Rules } from './Rules';

const parts = ['places', 'containers', 'cultivars', 'rules', 'people', 'export', 'numbers'] as const;
const names = {
  places: 'Places',
  containers: 'Containers',
  cultivars: 'Cultivars',
  rules: 'House rules',
  people: 'People',
  export: 'Export',
  numbers: 'Where the numbers come from',
};

/** The house: places, containers, cultivars, rules. */
export function HouseView() {
  const [search, setSearch] = useSearchParams();
  const catalogue = useCatalogue();
  const site = useSite();
  const owner = useMay('owner');
  const shown = parts.filter((p) => owner || (p !== 'people' && p !== 'export'));
  const part = shown.find((p) => p === search.get('part')) ?? 'places';
  if (!catalogue.data || !site.data) return <Waiting error={catalogue.error ?? site.error} />;
  const units = site.data.input.units;
  return (
    <Box>
      <Tabs
        value={part}
        onChange={(_, p: string) => setSearch({ part: p })}
        variant="scrollable"
        allowScrollButtonsMobile
        textColor="inherit"
        sx={{
          mb: 2,
          borderBottom: 1,
          borderColor: 'divider',
          '& .MuiTab-root': { fontSize: '1rem', minHeight: 48, opacity: 1, px: 1.5 },
        }}
      >
        {shown.map((p) => (
          <Tab key={p} value={p} label={names[p]} />
        ))}
      </Tabs>
      {part === 'places' && <Places rows={catalogue.data.places} units={units} />}
      {part === 'containers' && <Containers rows={catalogue.data.containers} units={units} />}
      {part === 'cultivars' && <Cultivars rows={catalogue.data.cultivars} ripe={catalogue.data.ripe} />}
      {part === 'rules' && <Rules />}
      {part === 'people' && <People />}
      {part === 'export' && <Export />}
      {part === 'numbers' && <Numbers />}
    </Box>
  );
}
