import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';

/** A QR code, dark on white in either scheme: a camera reads it from the screen. */
export function QrPicture({ text, label }: { text: string; label: string }) {
  const qr = useQuery({
    queryKey: ['qr', text],
    queryFn: () => unwrap(api.POST('/api/qr', { body: { text } })),
    staleTime: Infinity,
  });
  if (!qr.data) return null;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${qr.data.size} ${qr.data.size}`}
      shapeRendering="crispEdges"
      sx={{ width: 220, height: 220, bgcolor: '#fff', display: 'block' }}
    >
      <path d={qr.data.path} fill="#000" />
    </Box>
  );
}
