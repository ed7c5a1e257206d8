import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';

interface Said {
  text: string;
  bad: boolean;
  undo?: () => void;
  key: number;
}

interface Say {
  say: (text: string, undo?: () => void) => void;
  complain: (text: string) => void;
  /** Undoes what was said last, while it can be. */
  undoLast: () => void;
}

const Context = createContext<Say>({ say: () => undefined, complain: () => undefined, undoLast: () => undefined });

// The hook belongs to the provider: one small module for both.
export const useSay = (): Say => useContext(Context);

export function SayProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said | null>(null);
  const say = useCallback(
    (text: string, undo?: () => void) => setSaid({ text, bad: false, key: Date.now(), ...(undo ? { undo } : {}) }),
    [],
  );
  const complain = useCallback((text: string) => setSaid({ text, bad: true, key: Date.now() }), []);
  const undoLast = useCallback(() => {
    const undo = said?.undo;
    setSaid(null);
    undo?.();
  }, [said]);
  const value = useMemo(() => ({ say, complain, undoLast }), [say, complain, undoLast]);
  return (
    <Context.Provider value={value}>
      {children}
      <Snackbar
        key={said?.key}
        open={said !== null}
        autoHideDuration={said?.bad ? 12_000 : said?.undo ? 8_000 : 3_000}
        onClose={(_, reason) => {
          if (reason !== 'clickaway') setSaid(null);
        }}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
        sx={{ mb: { xs: 8, md: 1 } }}
      >
        <Box
          role={said?.bad ? 'alert' : 'status'}
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 1,
            minHeight: 48,
            px: 2,
            borderRadius: 1,
            bgcolor: said?.bad ? 'error.main' : 'text.primary',
            color: said?.bad ? 'error.contrastText' : 'background.paper',
          }}
        >
          <Box sx={{ flex: 1 }}>{said?.text}</Box>
          {said?.undo && (
            <Button onClick={undoLast} sx={{ color: 'label.main', textDecoration: 'none' }}>
              Undo
            </Button>
          )}
          {said?.bad && (
            <Button onClick={() => setSaid(null)} sx={{ color: 'inherit' }}>
              Close
            </Button>
          )}
        </Box>
      </Snackbar>
    </Context.Provider>
  );
}
