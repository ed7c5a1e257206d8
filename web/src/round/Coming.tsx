import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { counted } from '../ui/units';

/** The next days' work. */
export function Coming({ tasks, base }: { tasks: Schemas['TaskAnswer'][]; base: string }) {
  return (
    <Box component="section">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Coming
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {tasks.map((t) => (
          <Box
            component="li"
            key={`${t.batchId}${t.step.id}${t.placeId}${t.group ?? ''}`}
            sx={{
              py: 0.75,
              borderBottom: 1,
              borderColor: 'divider',
              display: 'grid',
              gridTemplateColumns: '6.4rem minmax(0, 1fr)',
              // Letters twice as large on a phone: the day stands above.
              '@media (max-width: 16em)': { gridTemplateColumns: 'minmax(0, 1fr)' },
            }}
          >
            <span>{day(t.due)}</span>
            <Box>
              {t.title}
              {/* One text beside the mark, so that it breaks as a text does. */}
              <Box sx={{ display: 'flex', gap: 0.75, color: 'text.secondary' }}>
                <Box sx={{ flex: 'none', lineHeight: 0, mt: '0.35em' }}>
                  <CropMark crop={t.crop} size={13} />
                </Box>
                <span>
                  <Link component={To} to={`${base}/batches/${t.batchId}`} underline="hover">
                    {t.cultivar}
                  </Link>{' '}
                  <Whole>{t.code}</Whole>
                  {/* Groups of one batch that go on their own are told apart by how many they are. */}
                  {tasks.some((o) => o !== t && o.batchId === t.batchId && o.step.id === t.step.id) && (
                    <>
                      , <Whole>{counted(t.count, 'plant')}</Whole>
                    </>
                  )}
                </span>
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** A text that stays on one line. */
function Whole({ children }: { children: string }) {
  return (
    <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
      {children}
    </Box>
  );
}
