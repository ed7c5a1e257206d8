import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useUnits } from '../data/nursery';
import { useNeeds } from '../data/useRound';
import { day } from '../ui/dates';
import { counted, many, volume } from '../ui/units';

const names: Record<Schemas['NeedKind'], string> = {
  seed: 'seed',
  trays: '',
  pots: '',
  mix: '',
  labels: 'Labels',
};

/** What the coming weeks take, and by when: to buy in time. Asked for when it is opened; in winter it is open. */
export function ToHave({ open: first }: { open: boolean }) {
  const [open, setOpen] = useState(first);
  const units = useUnits();
  const needs = useNeeds(open);
  return (
    <Box component="section" sx={{ mb: 3 }}>
      <Button
        variant="text"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        sx={{ px: 0, minHeight: 48, fontSize: '1.15rem', color: 'text.primary' }}
      >
        To have ready
      </Button>
      {open && (
        <>
          <Typography color="textSecondary" sx={{ mb: 0.5 }}>
            {needs.data?.length === 0 ? 'Nothing is planned.' : 'For the next eight weeks of work, whatever lies in the store.'}
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {(needs.data ?? []).map((n) => (
              <Box
                component="li"
                key={`${n.kind} ${n.name ?? ''}`}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: 'minmax(0, 1fr) auto 92px',
                  columnGap: 1.5,
                  py: 0.5,
                  borderBottom: 1,
                  borderColor: 'divider',
                }}
              >
                <span>{[n.name, names[n.kind]].filter(Boolean).join(' ')}</span>
                <b>
                  {n.kind === 'mix' ? volume.said(n.amount, units) : many(n.amount)}
                  {n.bags ? `, ${counted(n.bags, 'bag')}` : ''}
                </b>
                <Box component="span" sx={{ textAlign: 'right' }}>
                  {day(n.by)}
                </Box>
              </Box>
            ))}
          </Box>
        </>
      )}
    </Box>
  );
}
