import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Problem } from '../api/client';
import { useRefresh } from '../data/nursery';
import { Doubt } from './Doubt';
import { useSay } from './Say';
import { SureButton } from './SureButton';
import { Wrong } from './Wrong';

interface Row {
  id: string;
  name: string;
  version: number;
}

/** What the form of one row is given. */
export interface FormProps<F> {
  form: F;
  set: (change: Partial<F>) => void;
  error: (field: string) => string | undefined;
}

interface Props<R extends Row, F extends object> {
  rows: R[];
  title: string;
  add: string;
  lead: string;
  show: (row: R) => ReactNode;
  blank: () => F;
  formOf: (row: R) => F;
  /** The row to keep, or the fields that cannot be read. */
  read: (form: F, row: R | null) => { row: R; errors: Record<string, string> };
  /** Keeps it; sure: what was hard to believe of it is so. */
  put: (row: R, sure: boolean) => Promise<unknown>;
  remove: (id: string) => Promise<unknown>;
  Form: (props: FormProps<F>) => ReactNode;
}

/** A list of named things with a form for one: places, containers, cultivars. */
export function Rows<R extends Row, F extends object>(props: Props<R, F>) {
  const [editing, setEditing] = useState<{ row: R | null } | null>(null);
  return (
    <Box sx={{ maxWidth: 860 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1, flexWrap: 'wrap' }}>
        <Typography color="textSecondary" sx={{ flex: '1 1 260px' }}>
          {props.lead}
        </Typography>
        <Button variant="contained" onClick={() => setEditing({ row: null })}>
          {props.add}
        </Button>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
        {props.rows.map((row) => (
          <Box
            component="li"
            key={row.id}
            sx={{ display: 'flex', alignItems: 'center', gap: 2, borderBottom: 1, borderColor: 'divider', minHeight: 48 }}
          >
            <Box sx={{ flex: 1, display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '220px 1fr' }, columnGap: 2, py: 0.5 }}>
              {props.show(row)}
            </Box>
            <Button variant="text" onClick={() => setEditing({ row })} aria-label={`Change ${row.name}`}>
              Change
            </Button>
          </Box>
        ))}
      </Box>
      {editing && <Edit {...props} row={editing.row} onClose={() => setEditing(null)} />}
    </Box>
  );
}

function Edit<R extends Row, F extends object>({ row, onClose, ...props }: Props<R, F> & { row: R | null; onClose: () => void }) {
  const refresh = useRefresh();
  const { say } = useSay();
  const [form, setForm] = useState<F>(() => (row ? props.formOf(row) : props.blank()));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const finish = async (text: string) => {
    say(text);
    await refresh();
    onClose();
  };
  const put = useMutation({
    mutationFn: ({ row: next, sure }: { row: R; sure: boolean }) => props.put(next, sure),
    onSuccess: () => finish('Kept.'),
  });
  const remove = useMutation({ mutationFn: props.remove, onSuccess: () => finish('Removed.') });
  const failed = put.error ?? remove.error;
  const problem = failed instanceof Problem ? failed : null;
  const doubted = problem !== null && problem.doubts.length > 0;
  const { Form } = props;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault();
          const { row: next, errors } = props.read(form, row);
          setWrong(errors);
          if (Object.keys(errors).length === 0) put.mutate({ row: next, sure: false });
        }}
      >
        <DialogTitle>{row ? row.name : props.title}</DialogTitle>
        <DialogContent>
          <Box sx={{ display: 'grid', gap: 2, pt: 1 }}>
            <Form
              form={form}
              set={(change) => setForm((f) => ({ ...f, ...change }))}
              error={(field) => wrong[field] ?? (doubted ? undefined : problem?.at(field))}
            />
            {doubted && <Doubt problem={problem} onSure={() => put.variables && put.mutate({ ...put.variables, sure: true })} />}
            {failed && Object.keys(problem?.errors ?? {}).length === 0 && <Wrong>{failed.message}</Wrong>}
          </Box>
        </DialogContent>
        <DialogActions>
          {row && (
            <Box sx={{ mr: 'auto' }}>
              <SureButton text="Remove" sure="Yes, remove it" onSure={() => remove.mutate(row.id)} />
            </Box>
          )}
          <Button variant="text" onClick={onClose}>
            Back
          </Button>
          <Button type="submit" variant="contained" loading={put.isPending}>
            Keep
          </Button>
        </DialogActions>
      </Box>
    </Dialog>
  );
}
