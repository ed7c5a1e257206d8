import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To, useNavigate, useParams } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { useBatch } from '../data/useBatch';
import { useCauses, useNote, useSigns, type Said, type Sign } from '../data/useNotes';
import { CropMark } from '../ui/CropMark';
import { DayField } from '../ui/DayField';
import { Waiting } from '../ui/Page';
import { Pick } from '../ui/Pick';
import { Tag } from '../ui/Tag';
import { Wrong } from '../ui/Wrong';
import { SignPicture } from './pictures';

/** What looks wrong, and what may be behind it. */
export function SignsView() {
  const { batch: id = '' } = useParams();
  const nursery = useNursery();
  const batch = useBatch(id);
  const signs = useSigns();
  const [sign, setSign] = useState<Sign | null>(null);
  const [answers, setAnswers] = useState<Said[]>([]);
  const causes = useCauses(id, sign, answers);
  if (!batch.data || !signs.data)
    return <Waiting error={batch.error ?? signs.error} retry={() => void (batch.error ? batch : signs).refetch()} />;
  const say = (question: Said['question'], yes: boolean) =>
    setAnswers((a) => [
      ...a.filter((s) => s.question !== question),
      // The same answer once more takes it back.
      ...(a.some((s) => s.question === question && s.yes === yes) ? [] : [{ question, yes }]),
    ]);
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <CropMark crop={batch.data.crop} />
        <Link component={To} to={`/n/${nursery}/batches/${id}`} sx={{ fontWeight: 600 }}>
          {batch.data.cultivar}
        </Link>
        <Tag quiet>{batch.data.code}</Tag>
      </Box>
      <Typography variant="h1" sx={{ mb: 1.5 }}>
        {sign ? (causes.data?.title ?? 'What may be behind it') : 'What looks wrong?'}
      </Typography>
      {sign === null ? (
        <Signs signs={signs.data} onChoose={setSign} />
      ) : (
        <>
          <Button
            variant="text"
            onClick={() => {
              setSign(null);
              setAnswers([]);
            }}
            sx={{ px: 0, mb: 1 }}
          >
            Another sign
          </Button>
          {causes.data ? (
            <Causes causes={causes.data} onSay={say} />
          ) : (
            <Waiting error={causes.error} retry={() => void causes.refetch()} />
          )}
          <NoteIt batch={id} today={batch.data.today} sign={sign} answers={answers} />
        </>
      )}
    </Box>
  );
}

function Signs({ signs, onChoose }: { signs: Schemas['SignName'][]; onChoose: (sign: Sign) => void }) {
  return (
    <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(auto-fill, minmax(250px, 1fr))' } }}>
      {signs.map((s) => (
        <ButtonBase
          key={s.sign}
          onClick={() => onChoose(s.sign)}
          sx={{
            display: 'flex',
            flexDirection: { xs: 'column', sm: 'row' },
            justifyContent: 'flex-start',
            alignItems: 'center',
            gap: 1,
            p: 1,
            minHeight: 68,
            border: 1,
            borderColor: 'divider',
            borderRadius: 1,
            bgcolor: 'background.paper',
            textAlign: { xs: 'center', sm: 'left' },
            font: 'inherit',
            fontSize: '1.05rem',
            lineHeight: 1.25,
            '&:hover': { borderColor: 'text.primary' },
          }}
        >
          <SignPicture sign={s.sign} />
          {s.title}
        </ButtonBase>
      ))}
    </Box>
  );
}

function Causes({ causes, onSay }: { causes: Schemas['SignAnswer']; onSay: (q: Said['question'], yes: boolean) => void }) {
  return (
    <Box sx={{ maxWidth: 860 }}>
      {causes.tells && (
        <Box sx={{ border: 2, borderColor: 'text.primary', borderRadius: 1, bgcolor: 'background.paper', p: 1.5, mb: 2 }}>
          <Typography sx={{ mb: 1 }}>The first two cannot be told apart yet. Look:</Typography>
          <Ask ask={causes.tells} onSay={onSay} />
        </Box>
      )}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {causes.causes.map((c) => (
          <Box component="li" key={c.title} sx={{ borderTop: 1, borderColor: 'divider', py: 1.5 }}>
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
              <Typography variant="h2" sx={{ color: c.rank === 'unlikely' ? 'text.secondary' : 'text.primary' }}>
                {c.title}
              </Typography>
              <Typography color="textSecondary">{c.how}</Typography>
            </Box>
            {c.for.length > 0 && <Typography>For it: {c.for.join('; ')}.</Typography>}
            {c.against.length > 0 && <Typography color="textSecondary">Against it: {c.against.join('; ')}.</Typography>}
            {c.rank !== 'unlikely' && <Typography sx={{ fontWeight: 600 }}>{c.do}</Typography>}
            {c.asks
              .filter((a) => a.question !== causes.tells?.question)
              .map((a) => (
                <Ask key={a.question} ask={a} onSay={onSay} />
              ))}
          </Box>
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary">
        By this batch&apos;s own record and by what you looked at. What is not logged says nothing.
      </Typography>
    </Box>
  );
}

function Ask({ ask, onSay }: { ask: Schemas['AskAnswer']; onSay: (q: Said['question'], yes: boolean) => void }) {
  return (
    <Box
      role="group"
      aria-label={ask.text}
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5, py: 0.5 }}
    >
      <Typography sx={{ flex: '1 1 240px' }}>{ask.text}</Typography>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Pick chosen={ask.yes === true} onClick={() => onSay(ask.question, true)}>
          Yes
        </Pick>
        <Pick chosen={ask.yes === false} onClick={() => onSay(ask.question, false)}>
          No
        </Pick>
      </Box>
    </Box>
  );
}

/** Kept with the batch, and asked after on the Round until it is gone. */
function NoteIt({ batch, today, sign, answers }: { batch: string; today: string; sign: Sign; answers: Said[] }) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const note = useNote(batch);
  const [words, setWords] = useState('');
  const [on, setOn] = useState(today);
  const problem = note.error instanceof Problem ? note.error : null;
  return (
    <Box sx={{ maxWidth: 860, mt: 2, display: 'grid', gap: 1.25, gridTemplateColumns: { xs: '1fr', sm: '1fr 190px auto' } }}>
      <TextField
        label="In your words"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        error={Boolean(problem?.at('words'))}
        helperText={problem?.at('words')}
      />
      <DayField label="Seen on" value={on} onChange={setOn} max={today} error={problem?.at('on')} />
      <Button
        variant="contained"
        loading={note.isPending}
        sx={{ minHeight: 48 }}
        onClick={() =>
          note.mutate(
            { sign, words: words.trim(), answers, on },
            { onSuccess: () => void navigate(`/n/${nursery}/batches/${batch}`) },
          )
        }
      >
        Note it
      </Button>
      {note.error && !problem?.at('words') && !problem?.at('on') && <Wrong>{note.error.message}</Wrong>}
    </Box>
  );
}
