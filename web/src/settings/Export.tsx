import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useNursery } from '../data/nursery';

/** The whole nursery as a file. */
export function Export() {
  const nursery = useNursery();
  return (
    <Box sx={{ maxWidth: 620, display: 'grid', gap: 1.5, justifyItems: 'start' }}>
      <Typography>
        Everything of this nursery in one zip: a CSV of each table for a spreadsheet, the same as JSON to bring it in elsewhere,
        and a dictionary of all columns. People&apos;s accounts stay here; the names beside ledger entries go along.
      </Typography>
      <Button variant="contained" component="a" href={`/api/nurseries/${nursery}/export`} download>
        Download the nursery
      </Button>
      <Typography color="textSecondary">
        To bring one in: your account, “Bring in an exported nursery”. It becomes a nursery of its own; nothing here is changed.
      </Typography>
    </Box>
  );
}
