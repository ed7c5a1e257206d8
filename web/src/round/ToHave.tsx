import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useCatalogue, useUnits } from '../data/nursery';
import { useCountStore, useStore } from '../data/useCare';
import { useNeeds } from '../data/useRound';
import { day } from '../ui/dates';
import { NumberField } from '../ui/Field';
import { counted, many, number, volume } from '../ui/units';
import { csv, listed, type Listed } from './buying';

/** What the coming weeks take, by when, and what the store holds of it. Asked for when it is opened; in winter it is open. */
export function ToHave({ open: first }: { open: boolean }) {
  const [open, setOpen] = useState(first);
  const units = useUnits();
  const needs = useNeeds(open);
  const store = useStore(open);
  const catalogue = useCatalogue();
  const [counting, setCounting] = useState<string | null>(null);
  const rows = needs.data ? listed(needs.data, store.data ?? [], catalogue.data?.containers ?? []) : [];
  const save = () => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([csv(rows, units)], { type: 'text/csv' }));
    link.download = 'to-have-ready.csv';
    link.click();
    URL.revokeObjectURL(link.href);
  };
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
            {needs.data?.length === 0
              ? 'Nothing is planned.'
              : 'For the next eight weeks of work. Count what you have: work takes from it.'}
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {rows.map((n) => (
              <Box component="li" key={n.key} sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
                <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) auto 92px', columnGap: 1.5 }}>
                  <span>{n.name}</span>
                  <b>
                    {n.mix ? volume.said(n.amount, units) : many(n.amount)}
                    {n.bags ? `, ${counted(n.bags, 'bag')}` : ''}
                  </b>
                  <Box component="span" sx={{ textAlign: 'right' }}>
                    {n.by ? day(n.by) : ''}
                  </Box>
                </Box>
                {n.store && (
                  <Box sx={{ display: 'flex', alignItems: 'center', columnGap: 1.5 }}>
                    <Typography component="span" color="textSecondary" sx={{ flex: 1 }}>
                      {n.have === null ? (
                        'not counted'
                      ) : (
                        <>
                          {n.mix ? volume.said(n.have, units) : many(Math.floor(n.have))} there
                          {n.buy > 0 && (
                            <>
                              ; <b>buy {n.mix ? volume.said(n.buy, units) : many(Math.ceil(n.buy))}</b>
                            </>
                          )}
                        </>
                      )}
                    </Typography>
                    <Button
                      className="no-print"
                      variant="text"
                      aria-expanded={counting === n.key}
                      aria-label={`Count ${n.name}`}
                      onClick={() => setCounting(counting === n.key ? null : n.key)}
                      sx={{ px: 0.5, py: 0, minHeight: 36 }}
                    >
                      Count
                    </Button>
                  </Box>
                )}
                {counting === n.key && n.store && <Count row={n} of={n.store} onClose={() => setCounting(null)} />}
              </Box>
            ))}
          </Box>
          {rows.length > 0 && (
            <Button className="no-print" variant="text" onClick={save} sx={{ px: 0 }}>
              As a table (CSV)
            </Button>
          )}
        </>
      )}
    </Box>
  );
}

function Count({ row, of, onClose }: { row: Listed; of: NonNullable<Listed['store']>; onClose: () => void }) {
  const units = useUnits();
  const count = useCountStore();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const problem = count.error instanceof Problem ? count.error.at('amount') : undefined;
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        const typed = number(text);
        if (typed === null) {
          setWrong('Type a number.');
          return;
        }
        count.mutate({ ...of, amount: row.mix ? volume.typed(typed, units) : typed }, { onSuccess: onClose });
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', py: 0.75 }}
    >
      <NumberField
        label={`${row.name} there now`}
        unit={row.mix ? volume.unit(units) : ''}
        autoFocus
        value={text}
        onChange={setText}
        error={wrong ?? problem ?? count.error?.message}
      />
      <Button type="submit" variant="outlined" loading={count.isPending} sx={{ minHeight: 44 }}>
        Keep
      </Button>
    </Box>
  );
}
