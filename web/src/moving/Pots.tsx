import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Moving } from '../data/useMoving';
import { Pick } from '../ui/Pick';
import { counted } from '../ui/units';

/** A cooler place holds them back, for a price. */
function Holding({ lines }: { lines: string[] }) {
  return (
    <Box component="section" aria-label="Hold them back" sx={{ mt: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Hold them back
      </Typography>
      {lines.map((l) => (
        <Typography key={l} sx={{ mb: 0.5 }}>
          {l}
        </Typography>
      ))}
    </Box>
  );
}

/** The pots that the answer proposes, with what each would do. */
export function Pots({
  moving,
  chosen,
  onChoose,
}: {
  moving: Moving;
  chosen: string | null;
  onChoose: (container: string | null) => void;
}) {
  const [all, setAll] = useState(false);
  const planned = moving.pots.findIndex((p) => p.planned);
  // The planned one, what lies beside it, and what is proposed or chosen.
  const near = (i: number) => Math.abs(i - Math.max(1, planned)) < 2;
  const shown = moving.pots.filter((p, i) => all || near(i) || p.proposed || p.containerId === chosen);
  return (
    <Box component="section" aria-label="Into what">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Into what
      </Typography>
      {moving.proposal && <Typography sx={{ mb: 1, fontWeight: 600 }}>{moving.proposal}</Typography>}
      <Box sx={{ display: 'grid', gap: 1, maxWidth: 480 }}>
        {shown.map((p) => {
          const taken = chosen === null ? p.planned : chosen === p.containerId;
          return (
            <Pick key={p.containerId} chosen={taken} onClick={() => onChoose(p.planned ? null : p.containerId)}>
              <Box
                sx={{
                  display: 'grid',
                  gridTemplateColumns: 'minmax(0, 1fr) auto',
                  width: '100%',
                  textAlign: 'left',
                  columnGap: 1,
                }}
              >
                <span>
                  <b>{p.name}</b>
                  {p.planned ? ', as planned' : ''}
                </span>
                <span>{p.holds}</span>
                {p.note && (
                  <Box component="span" sx={{ gridColumn: '1 / -1', fontSize: '0.9rem' }}>
                    {p.note}
                  </Box>
                )}
              </Box>
            </Pick>
          );
        })}
        {shown.length < moving.pots.length && (
          <Button variant="text" onClick={() => setAll(true)} sx={{ justifySelf: 'start' }}>
            {counted(moving.pots.length - shown.length, 'other pot')}
          </Button>
        )}
      </Box>
      {moving.holding.length > 0 && <Holding lines={moving.holding} />}
    </Box>
  );
}
