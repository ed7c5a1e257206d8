import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { condensed } from '../app/theme';

/** A page outside any nursery: one narrow column under the name. */
export function AccountPage({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      component="main"
      sx={{
        minHeight: '100vh',
        display: 'grid',
        alignContent: 'start',
        justifyContent: 'center',
        gridTemplateColumns: 'minmax(0, 400px)',
        px: 2,
        pt: { xs: 4, md: 12 },
        pb: 4,
      }}
    >
      <Typography component="p" sx={{ fontFamily: condensed, fontWeight: 700, fontSize: '1.3rem', mb: 2 }}>
        Juvenal
      </Typography>
      <Typography variant="h1" sx={{ mb: 2 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
