import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';

/** What the nights say of work that goes outdoors. */
export function Cold({ cold, strong, mt }: { cold: Schemas['ColdAnswer']; strong: boolean; mt: number }) {
  return (
    <Typography
      data-cold={cold.verdict}
      sx={{ mt, fontWeight: strong ? 600 : 400, color: cold.freezes ? 'error.main' : 'text.primary' }}
    >
      {cold.text.replaceAll(/ (°[CF])/g, '\u00a0$1')}
    </Typography>
  );
}
