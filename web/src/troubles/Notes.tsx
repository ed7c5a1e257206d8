import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { useNote, useNotes, useTakeBack } from '../data/useNotes';
import type { Batch } from '../data/useBatch';
import { day } from '../ui/dates';
import { Wrong } from '../ui/Wrong';
import { How } from './How';
import { SignPicture } from './pictures';

const words = { still: 'still so', better: 'better', treated: 'treated', gone: 'gone' } as const;

/** What was seen on a batch, and a line for what is seen now. */
export function Notes({ batch }: { batch: Batch }) {
  const nursery = useNursery();
  const notes = useNotes(batch.id);
  const note = useNote(batch.id);
  const [text, setText] = useState('');
  const problem = note.error instanceof Problem ? note.error : null;
  if (notes.error) return <Wrong>{notes.error.message}</Wrong>;
  if (batch.endedOn && !notes.data?.length) return null;
  return (
    <Box component="section" sx={{ mb: 2.5 }}>
      <Typography variant="h2" sx={{ mb: 0.75 }}>
        Notes
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {notes.data?.map((n) => (
          <Note key={n.id} batch={batch.id} note={n} />
        ))}
      </Box>
      {!batch.endedOn && (
        <Box className="no-print" sx={{ mt: 1 }}>
          <Button
            variant="outlined"
            color="inherit"
            component={To}
            to={`/n/${nursery}/batches/${batch.id}/signs`}
            sx={{ mb: 1.25 }}
          >
            Something looks wrong
          </Button>
          <Box
            component="form"
            noValidate
            onSubmit={(e) => {
              e.preventDefault();
              note.mutate({ sign: null, words: text.trim(), answers: [], on: batch.today }, { onSuccess: () => setText('') });
            }}
            sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}
          >
            <TextField
              label="A note"
              value={text}
              onChange={(e) => setText(e.target.value)}
              error={Boolean(note.error)}
              helperText={note.error ? (problem?.at('words') ?? note.error.message) : undefined}
              sx={{ flex: 1 }}
            />
            <Button type="submit" variant="outlined" loading={note.isPending} sx={{ minHeight: 48 }}>
              Note
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}

function Note({ batch, note }: { batch: string; note: Schemas['NoteAnswer'] }) {
  const { look, back } = useTakeBack(batch);
  const name = note.title ?? note.words;
  return (
    <Box component="li" sx={{ display: 'flex', gap: 1, borderBottom: 1, borderColor: 'divider', py: 0.75 }}>
      {note.sign && <SignPicture sign={note.sign} />}
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography>
          {note.title && <b>{note.title}</b>}
          {note.title && note.words && ': '}
          {note.words}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {[
            `${day(note.on)}${note.by ? `, ${note.by}` : ''}`,
            ...note.looks.map((l) => `${l.how && words[l.how]} on ${day(l.on)}`),
          ].join('; ')}
        </Typography>
        {note.open && <How of={name} chosen={null} onSay={(how) => look.mutate({ note: note.id, how })} />}
      </Box>
      <Button
        className="no-print"
        variant="text"
        aria-label={`Take back: ${name}`}
        loading={back.isPending}
        onClick={() => back.mutate({ note: note.id, look: note.looks.at(-1)?.id ?? null })}
        sx={{ alignSelf: 'flex-start' }}
      >
        Undo
      </Button>
    </Box>
  );
}
