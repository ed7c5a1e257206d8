import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { many } from '../ui/units';

/** A packet that is too small: what each way of sowing it gives, side by side. */
export function Short({
  ways,
  now,
  take,
}: {
  ways: Schemas['ShortAnswer'][];
  /** Seeds to a cell as they are chosen. */
  now: string;
  take: (seedsPerCell: number) => void;
}) {
  return (
    <Box component="section" aria-label="Too little seed" sx={{ mb: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Too little seed: what it can give
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
        {ways.map((w) => (
          <Box
            component="li"
            key={w.way}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr auto', sm: 'minmax(0, 1fr) auto 88px' },
              columnGap: 2,
              alignItems: 'center',
              minHeight: 52,
              py: 0.5,
              borderBottom: 1,
              borderColor: 'divider',
            }}
          >
            <span>
              {w.text}
              <Typography component="span" color="textSecondary" sx={{ ml: 1 }}>
                {many(w.cells)} cells
              </Typography>
            </span>
            <span>
              {w.promised === null ? (
                <>
                  about <b>{many(Math.round(w.expected))}</b>
                </>
              ) : (
                <>
                  surely <b>{many(w.promised)}</b>, about {many(Math.round(w.expected))}
                </>
              )}
            </span>
            <Box sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' }, textAlign: 'right' }}>
              {(w.way === 'one-a-cell' || w.way === 'two-a-cell') && now !== String(w.seedsPerCell) && (
                <Button variant="text" onClick={() => take(w.seedsPerCell)} aria-label={`Take: ${w.text}`}>
                  Take it
                </Button>
              )}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
