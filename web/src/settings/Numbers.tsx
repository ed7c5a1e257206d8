import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { Waiting } from '../ui/Page';

const marks: Record<Schemas['Mark'], string> = {
  published: 'published',
  'common-practice': 'common practice',
  model: 'our model',
};

/** Every figure a plan rests on, with unit, mark and source. */
export function Numbers() {
  const nursery = useNursery();
  const numbers = useQuery({
    queryKey: [nursery, 'numbers'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/numbers', { params: { path: { nursery } } })),
    staleTime: Infinity,
  });
  if (!numbers.data) return <Waiting error={numbers.error} />;
  const stages = [...new Set(numbers.data.map((n) => n.stage))];
  return (
    <Box sx={{ maxWidth: 980 }}>
      {stages.map((stage) => (
        <Box component="section" key={stage} sx={{ mb: 3 }}>
          <Typography variant="h2" sx={{ mb: 0.5 }}>
            {stage}
          </Typography>
          <Box
            component="table"
            sx={{
              width: '100%',
              borderCollapse: 'collapse',
              '& td': { borderTop: 1, borderColor: 'divider', py: 0.5, pr: 2, verticalAlign: 'top' },
            }}
          >
            <tbody>
              {numbers.data
                .filter((n) => n.stage === stage)
                .map((n) => (
                  <tr key={n.what}>
                    <td>{n.what}</td>
                    <Box component="td" sx={{ textAlign: 'right', whiteSpace: { md: 'nowrap' }, fontWeight: 600 }}>
                      {Number(n.value.toPrecision(4))} {n.unit}
                    </Box>
                    <Box component="td" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                      {marks[n.mark]}
                    </Box>
                    <Box component="td" sx={{ color: 'text.secondary', display: { xs: 'none', md: 'table-cell' } }}>
                      {n.source}
                    </Box>
                  </tr>
                ))}
            </tbody>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
