import Button from '@mui/material/Button';
import type { Problem } from '../api/client';
import { Wrong } from './Wrong';

/** What is hard to believe is asked, with the number: said that it is so, it is sent again with that. */
export function Doubt({ problem, onSure }: { problem: Problem; onSure: (sure: string[]) => void }) {
  return (
    <Wrong
      sx={{ mt: 1, gridColumn: '1 / -1', borderColor: 'text.primary' }}
      action={
        <Button variant="outlined" color="inherit" onClick={() => onSure(problem.doubts)} sx={{ minHeight: 48 }}>
          It is so
        </Button>
      }
    >
      {Object.values(problem.errors).flat().join(' ')}
    </Wrong>
  );
}
