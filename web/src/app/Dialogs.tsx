import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { DemoDoor } from '../account/Entrance';
import { SignIn } from '../account/SignIn';
import { useSession } from '../data/session';
import type { View } from './keys';

const keyHelp: [string, string][] = [
  ['/', 'Find a batch or cultivar'],
  ['j  k', 'Next, previous task'],
  ['.', 'The task in focus is done'],
  ['u', 'Undo the last entry'],
  ['?', 'These keys'],
];

export function SignInAgain() {
  const demo = useSession().data?.demo ?? false;
  return (
    <Dialog open fullWidth maxWidth="xs">
      <DialogTitle>Sign in again</DialogTitle>
      <DialogContent>{demo ? <DemoDoor /> : <SignIn />}</DialogContent>
    </Dialog>
  );
}

/** The keys that work everywhere. */
export function Keys({ views, onClose }: { views: View[]; onClose: () => void }) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>Keys</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: '5rem 1fr', gap: 0.75, m: 0 }}>
          {[...views.map((v): [string, string] => [`g ${v.key}`, v.name]), ...keyHelp].map(([key, what]) => (
            <Box key={key} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ fontWeight: 600 }}>
                {key}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {what}
              </Box>
            </Box>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  );
}
