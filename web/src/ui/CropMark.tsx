import Box from '@mui/material/Box';
import type { Schemas } from '../api/client';

/** Tomato round, pepper pointed: told apart without colour too. */
export function CropMark({ crop, size = 18 }: { crop: Schemas['Crop']; size?: number }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 20 20"
      role="img"
      aria-label={crop === 'tomato' ? 'Tomato' : 'Pepper'}
      sx={{
        width: size,
        height: size,
        flex: 'none',
        fill: 'currentColor',
        color: crop === 'tomato' ? 'tomato.main' : 'pepper.main',
      }}
    >
      {crop === 'tomato' ? (
        <circle cx="10" cy="10.5" r="8" />
      ) : (
        <path d="M4 3.5C7 2 13 2 16 3.5 17 9 14 15 10 19 6 15 3 9 4 3.5Z" />
      )}
    </Box>
  );
}
