import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { condensed } from '../app/theme';

/** A plant label: a strip with a point to push into the mix. */
export function Tag({ children, quiet = false }: { children: ReactNode; quiet?: boolean }) {
  return (
    <Box
      component="span"
      sx={{
        display: 'inline-block',
        fontFamily: condensed,
        fontWeight: 600,
        fontSize: '0.95rem',
        lineHeight: '24px',
        pl: 1,
        pr: 2,
        bgcolor: quiet ? 'bench.main' : 'label.main',
        color: quiet ? 'text.primary' : 'label.ink',
        clipPath: 'polygon(0 0, calc(100% - 10px) 0, 100% 50%, calc(100% - 10px) 100%, 0 100%)',
        whiteSpace: 'nowrap',
      }}
    >
      {children}
    </Box>
  );
}
