import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

/** One of a few ready answers: the chosen one is an ink block. */
export function Pick({ chosen, onClick, children }: { chosen: boolean; onClick: () => void; children: ReactNode }) {
  return (
    <Button
      variant="outlined"
      color="inherit"
      aria-pressed={chosen}
      onClick={onClick}
      sx={{
        minHeight: 48,
        ...(chosen && {
          bgcolor: 'text.primary',
          color: 'background.paper',
          '&:hover': { bgcolor: 'text.primary', color: 'background.paper' },
        }),
      }}
    >
      {children}
    </Button>
  );
}
