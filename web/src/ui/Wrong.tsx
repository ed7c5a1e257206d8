import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** What went wrong, where it went wrong, and what can be done about it. */
export function Wrong({ children, action, sx }: { children: ReactNode; action?: ReactNode; sx?: object }) {
  return (
    <Box
      role="alert"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        borderLeft: 4,
        borderColor: 'error.main',
        bgcolor: 'background.paper',
        color: 'text.primary',
        px: 1.5,
        py: 1,
        ...sx,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 180 }}>{children}</Box>
      {action}
    </Box>
  );
}
