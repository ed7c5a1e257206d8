import Typography from '@mui/material/Typography';
import type { SxProps } from '@mui/material/styles';
import type { Schemas } from '../api/client';

/** What the nights say of work that goes outdoors. */
export function Cold({ cold, strong, sx }: { cold: Schemas['ColdAnswer']; strong: boolean; sx: SxProps }) {
  return (
    <Typography
      data-cold={cold.verdict}
      sx={{ ...sx, fontWeight: strong ? 600 : 400, color: cold.freezes ? 'error.main' : 'text.primary' }}
    >
      {cold.text.replaceAll(/ (°[CF])/g, '\u00a0$1')}
    </Typography>
  );
}
