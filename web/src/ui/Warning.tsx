import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Something to know before going on: framed in ink, since red is for loss and danger alone. */
export function Warning({ children, onClose }: { children: ReactNode; onClose?: () => void }) {
  return (
    <Alert
      severity="warning"
      icon={false}
      sx={{
        mb: 1,
        bgcolor: 'background.paper',
        color: 'text.primary',
        border: 2,
        borderColor: 'text.primary',
        fontSize: '1rem',
        py: 0,
      }}
      {...(onClose ? { onClose } : {})}
    >
      {children}
    </Alert>
  );
}

/** A command as it is typed: two hyphens stay two. */
export function Code({ children, wrap = false }: { children: string; wrap?: boolean }) {
  return (
    <Box component="code" sx={{ fontFamily: 'monospace', fontSize: '0.95em', whiteSpace: wrap ? 'normal' : 'nowrap' }}>
      {children}
    </Box>
  );
}
