import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';

/** Until when planting still ripens, and when bush types are planted again. */
export function Ends({ ends }: { ends: Schemas['EndAnswer'][] }) {
  if (ends.length === 0) return null;
  return (
    <Box component="section">
      <Typography variant="h2">Last planting that still ripens</Typography>
      <Typography color="textSecondary" sx={{ mb: 0.5 }}>
        First autumn freeze at the accepted risk, less the days to ripe, two weeks for short, cool days, and three to four weeks
        of picking.
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
        {ends.map((e) => (
          <Box
            component="li"
            key={e.cultivar}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '20px 1fr auto', sm: '20px 150px 130px 1fr' },
              columnGap: 1,
              alignItems: 'center',
              borderBottom: 1,
              borderColor: 'divider',
              py: 0.5,
            }}
          >
            <CropMark crop={e.crop} />
            <span>{e.cultivar}</span>
            <Typography sx={{ fontWeight: 600, color: e.tooLate ? 'error.main' : 'text.primary' }}>
              {e.tooLate ? 'not outside' : day(e.safe)}
            </Typography>
            <Typography color="textSecondary" sx={{ gridColumn: { xs: '2 / -1', sm: 'auto' }, fontSize: '0.95rem' }}>
              {e.tooLate
                ? `it would have to be planted by ${day(e.last)}, before the window opens`
                : e.plantings.length > 1
                  ? `plant again: ${e.plantings.map((d) => day(d).replace(/^\w+ /, '')).join(', ')}`
                  : `at the latest ${day(e.last)}`}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
