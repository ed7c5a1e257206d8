import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, unwrap } from '../api/client';
import { useNursery, useRefresh } from '../data/nursery';
import { FileButton } from '../ui/FileButton';
import { useSay } from '../ui/Say';
import { Wrong } from '../ui/Wrong';

/** Cultivars out and in as CSV; what a file would do is shown before it is done. */
export function CultivarFile() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  const [text, setText] = useState<string | null>(null);
  const send = useMutation({
    mutationFn: (body: { text: string; keep: boolean }) =>
      unwrap(api.POST('/api/nurseries/{nursery}/cultivars.csv', { params: { path: { nursery } }, body })),
    onSuccess: (_, { keep }) => {
      if (!keep) return;
      setText(null);
      say('Kept.');
      void refresh();
    },
  });
  const look = async (file: File) => {
    const read = await file.text();
    setText(read);
    send.mutate({ text: read, keep: false });
  };
  const lines =
    send.error instanceof Problem ? (send.error.errors.file ?? [send.error.message]) : send.error ? [send.error.message] : [];
  const names = (list: string[]) =>
    list.length > 6 ? `${list.slice(0, 6).join(', ')} and ${list.length - 6} more` : list.join(', ');
  const change = (send.data?.new.length ?? 0) + (send.data?.changed.length ?? 0);
  return (
    <Box sx={{ mt: 2, maxWidth: 860 }}>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <FileButton
          accept=".csv,text/csv,text/plain"
          label="A CSV of cultivars"
          loading={send.isPending}
          onFile={(f) => void look(f)}
        >
          Bring in a CSV
        </FileButton>
        <Button variant="text" component="a" href={`/api/nurseries/${nursery}/cultivars.csv`} download="cultivars.csv">
          Take out as CSV
        </Button>
      </Box>
      {lines.length > 0 && (
        <Wrong sx={{ mt: 1 }}>
          Nothing was kept.
          {lines.map((l) => (
            <div key={l}>{l}</div>
          ))}
        </Wrong>
      )}
      {text !== null && send.data && lines.length === 0 && (
        <Box sx={{ border: 1, borderColor: 'divider', borderRadius: 1, p: 1.5, mt: 1 }}>
          {send.data.new.length > 0 && (
            <Typography>
              <b>{send.data.new.length} new:</b> {names(send.data.new)}
            </Typography>
          )}
          {send.data.changed.length > 0 && (
            <Typography>
              <b>{send.data.changed.length} changed:</b> {names(send.data.changed)}
            </Typography>
          )}
          {send.data.same.length > 0 && (
            <Typography color="textSecondary">{send.data.same.length} are there as they are.</Typography>
          )}
          <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
            <Button
              variant="contained"
              disabled={change === 0}
              loading={send.isPending}
              onClick={() => send.mutate({ text, keep: true })}
            >
              Keep
            </Button>
            <Button variant="text" onClick={() => setText(null)}>
              Back
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}
