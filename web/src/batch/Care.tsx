import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import { useNursery } from '../data/nursery';
import { useMay } from '../data/session';
import { useCare } from '../data/useCare';
import { counted } from '../ui/units';
import { Wrong } from '../ui/Wrong';

/** Feed and light where it stands, and what a plant of it cost so far. */
export function Care({ batch }: { batch: string }) {
  const nursery = useNursery();
  const plans = useMay('grower');
  const care = useCare(batch);
  if (care.error) return <Wrong>{care.error.message}</Wrong>;
  if (!care.data) return null;
  const { feed, light, mends, cost } = care.data;
  return (
    <>
      <Box component="section" sx={{ mb: 2.5 }}>
        <Typography variant="h2" sx={{ mb: 0.75 }}>
          Feed and light
        </Typography>
        <Typography>{feed}</Typography>
        {light && <Typography>{[light, ...mends].join(' ')}</Typography>}
      </Box>
      <Box component="section" sx={{ mb: 2.5 }}>
        <Typography variant="h2" sx={{ mb: 0.75 }}>
          What a plant cost
        </Typography>
        {cost.perPlant && (
          <Typography sx={{ fontSize: '1.1rem' }}>
            <b>{cost.perPlant}</b> each, for {counted(cost.plants, 'plant')}
            {cost.saving ? `: ${cost.saving}` : ''}.
          </Typography>
        )}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {cost.items.map((i) => (
            <Box
              component="li"
              key={i.name}
              sx={{
                display: 'grid',
                gridTemplateColumns: 'minmax(0, 1fr) auto 92px',
                columnGap: 1.5,
                py: 0.5,
                borderBottom: 1,
                borderColor: 'divider',
              }}
            >
              <span>{i.name}</span>
              <Typography component="span" color="textSecondary">
                {i.amount}
              </Typography>
              <Box component="b" sx={{ textAlign: 'right' }}>
                {i.cost}
              </Box>
            </Box>
          ))}
        </Box>
        {cost.missing.length > 0 && (
          <Typography color="textSecondary" sx={{ mt: 0.5 }}>
            Without a price: {cost.missing.join(', ')}.{' '}
            {plans && (
              <Link className="no-print" component={To} to={`/n/${nursery}/house?part=prices`}>
                Prices
              </Link>
            )}
          </Typography>
        )}
      </Box>
    </>
  );
}
