import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

interface Props {
  children: ReactNode;
  action?: ReactNode;
  onClose?: () => void;
  sx?: object;
}

/** Something to know before going on: framed in ink, since red is for loss and danger alone. */
export function Warning({ children, action, onClose, sx }: Props) {
  return (
    <Box
      role="note"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        mb: 1,
        bgcolor: 'background.paper',
        color: 'text.primary',
        border: 2,
        borderColor: 'text.primary',
        borderRadius: 1,
        px: 2,
        py: 1,
        ...sx,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 180 }}>{children}</Box>
      {action}
      {onClose && (
        <Button variant="text" onClick={onClose}>
          Close
        </Button>
      )}
    </Box>
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
