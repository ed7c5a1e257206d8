import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { Link as To, useSearchParams } from 'react-router';
import { useCatalogue, useSite } from '../data/nursery';
import { Waiting } from '../ui/Page';
import { useMay } from '../data/session';
import { Calendar } from './Calendar';
import { Containers } from './Containers';
import { Cultivars } from './Cultivars';
import { Export } from './Export';
import { Fertilisers } from './Fertilisers';
import { Mixes } from './Mixes';
import { Numbers } from './Numbers';
import { People } from './People';
import { Places } from './Places';
import { Prices } from './Prices';
import { Rules } from './Rules';

const parts = [
  'places',
  'containers',
  'mixes',
  'feed',
  'prices',
  'cultivars',
  'rules',
  'people',
  'calendar',
  'export',
  'numbers',
] as const;
const names = {
  places: 'Places',
  containers: 'Containers',
  mixes: 'Mixes',
  feed: 'Feed',
  prices: 'Prices',
  cultivars: 'Cultivars',
  rules: 'House rules',
  people: 'People',
  calendar: 'Calendar',
  export: 'Export',
  numbers: 'Where the numbers come from',
};

/** The house: places, containers, cultivars, rules. */
export function HouseView() {
  const [search] = useSearchParams();
  const catalogue = useCatalogue();
  const site = useSite();
  const owner = useMay('owner');
  const shown = parts.filter((p) => owner || (p !== 'people' && p !== 'export'));
  const chosen = shown.find((p) => p === search.get('part'));
  // On a phone the parts are a list until one is chosen.
  const part = chosen ?? 'places';
  if (!catalogue.data || !site.data) return <Waiting error={catalogue.error ?? site.error} />;
  const units = site.data.input.units;
  return (
    <Box>
      <Typography variant="h1" sx={{ mb: 1, display: { xs: chosen ? 'none' : 'block', md: 'none' } }}>
        House
      </Typography>
      <Box
        component="nav"
        aria-label="Parts of the house"
        sx={{
          display: { xs: chosen ? 'none' : 'grid', md: 'flex' },
          flexWrap: 'wrap',
          gap: { xs: 0, md: 0.5 },
          mb: 2,
          pb: { md: 1 },
          borderBottom: { md: 1 },
          borderColor: { md: 'divider' },
        }}
      >
        {shown.map((p) => (
          <ButtonBase
            key={p}
            component={To}
            to={`?part=${p}`}
            aria-current={p === part ? 'page' : undefined}
            sx={{
              justifyContent: 'flex-start',
              minHeight: { xs: 56, md: 44 },
              px: 1.5,
              fontSize: { xs: '1.15rem', md: '1rem' },
              fontWeight: 600,
              borderBottomStyle: 'solid',
              borderBottomWidth: { xs: 1, md: 0 },
              borderColor: 'divider',
              borderRadius: { md: 1 },
              ...(p === part && { bgcolor: { md: 'text.primary' }, color: { md: 'background.paper' } }),
            }}
          >
            {names[p]}
          </ButtonBase>
        ))}
      </Box>
      {chosen && (
        <Button variant="text" component={To} to="?" sx={{ px: 0, display: { md: 'none' } }}>
          ‹ House
        </Button>
      )}
      <Typography variant="h1" sx={{ mb: 1, display: { xs: chosen ? 'block' : 'none', md: 'block' } }}>
        {names[part]}
      </Typography>
      <Box sx={{ display: { xs: chosen ? 'block' : 'none', md: 'block' } }}>
        {part === 'places' && <Places rows={catalogue.data.places} units={units} />}
        {part === 'containers' && <Containers rows={catalogue.data.containers} units={units} />}
        {part === 'cultivars' && <Cultivars rows={catalogue.data.cultivars} ripe={catalogue.data.ripe} />}
        {part === 'rules' && <Rules />}
        {part === 'people' && <People />}
        {part === 'calendar' && <Calendar />}
        {part === 'export' && <Export />}
        {part === 'numbers' && <Numbers />}
        {part === 'mixes' && <Mixes />}
        {part === 'feed' && <Fertilisers />}
        {part === 'prices' && <Prices containers={catalogue.data.containers} units={units} />}
      </Box>
    </Box>
  );
}
