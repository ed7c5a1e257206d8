import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { useCountStore } from '../data/useCare';
import { useNeeds } from '../data/useRound';
import { day } from '../ui/dates';
import { NumberField } from '../ui/Field';
import { counted, many, number, volume } from '../ui/units';

type Listed = Schemas['ToHave'];

/** As it is called in the list; the parts of a mix stand below it. */
const name = (n: Listed) =>
  n.kind === 'seed'
    ? `${n.name ?? ''} seed`
    : n.kind === 'labels'
      ? 'Labels'
      : n.kind === 'mix'
        ? n.name
          ? `– ${n.name}`
          : 'Mix, all parts'
        : (n.name ?? '');

const key = (n: Listed) => `${n.kind} ${n.name ?? ''}`;

/** What the coming weeks take, by when, and what the store holds of it. Asked for when it is opened; in winter it is open. */
export function ToHave({ open: first }: { open: boolean }) {
  const [open, setOpen] = useState(first);
  const units = useUnits();
  const needs = useNeeds(open);
  const nursery = useNursery();
  const [counting, setCounting] = useState<string | null>(null);
  const rows = needs.data?.list ?? [];
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
            {needs.data &&
              (rows.length === 0
                ? 'Nothing is planned.'
                : `For the next ${counted(Math.round(needs.data.days / 7), 'week')} of work. Count what you have: work takes from it.`)}
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {rows.map((n) => (
              <Box component="li" key={key(n)} sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
                <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) auto 92px', columnGap: 1.5 }}>
                  <span>{name(n)}</span>
                  <b>
                    {n.kind === 'mix' ? volume.said(n.amount, units) : many(n.amount)}
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
                          {n.kind === 'mix' ? volume.said(n.have, units) : many(Math.floor(n.have))} there
                          {n.buy !== null && n.buy > 0 && (
                            <>
                              ; <b>buy {n.kind === 'mix' ? volume.said(n.buy, units) : many(Math.ceil(n.buy))}</b>
                            </>
                          )}
                        </>
                      )}
                    </Typography>
                    <Button
                      className="no-print"
                      variant="text"
                      aria-expanded={counting === key(n)}
                      aria-label={`Count ${name(n)}`}
                      onClick={() => setCounting(counting === key(n) ? null : key(n))}
                      sx={{ px: 0.5, py: 0, minHeight: 36 }}
                    >
                      Count
                    </Button>
                  </Box>
                )}
                {counting === key(n) && n.store && (
                  <Count row={n} of={{ kind: n.store, container: n.container }} onClose={() => setCounting(null)} />
                )}
              </Box>
            ))}
          </Box>
          {rows.length > 0 && (
            <Button
              className="no-print"
              variant="text"
              component="a"
              href={`/api/nurseries/${nursery}/needs.csv`}
              download="to-have-ready.csv"
              sx={{ px: 0 }}
            >
              As a table (CSV)
            </Button>
          )}
        </>
      )}
    </Box>
  );
}

function Count({
  row,
  of,
  onClose,
}: {
  row: Listed;
  of: { kind: Schemas['StoreKind']; container: string | null };
  onClose: () => void;
}) {
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
        count.mutate({ ...of, amount: row.kind === 'mix' ? volume.typed(typed, units) : typed }, { onSuccess: onClose });
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', py: 0.75 }}
    >
      <NumberField
        label={`${name(row)} there now`}
        unit={row.kind === 'mix' ? volume.unit(units) : ''}
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
