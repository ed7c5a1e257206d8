import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';

/** A figure to read at arm's length: what it is, the number, and a word about it. Red only for loss. */
export function Figure({ label, value, note, loss = false }: { label: string; value: string; note: string; loss?: boolean }) {
  return (
    <Box>
      <Typography variant="overline" component="p" color="textSecondary">
        {label}
      </Typography>
      <Typography
        component="p"
        sx={{
          fontSize: '1.6rem',
          fontWeight: 600,
          lineHeight: 1.1,
          whiteSpace: 'nowrap',
          color: loss ? 'error.main' : 'text.primary',
        }}
      >
        {value}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {note}
      </Typography>
    </Box>
  );
}
