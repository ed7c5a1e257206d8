import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useRef, useState, type ReactNode } from 'react';
import { Link as To, useNavigate, useParams, useSearchParams } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery, useSite, useUnits } from '../data/nursery';
import { useMoving, type Moving, type Seen } from '../data/useMoving';
import { useLook, type Task } from '../data/useRound';
import { Cold } from '../round/Cold';
import { stop } from '../round/model';
import { TaskCard } from '../round/TaskCard';
import { CropMark } from '../ui/CropMark';
import { RestedNumber } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { Pick } from '../ui/Pick';
import { Reasons } from '../ui/Reasons';
import { Tag } from '../ui/Tag';
import { Wrong } from '../ui/Wrong';
import { counted, length, number, volume } from '../ui/units';
import { keepFor } from '../ui/useKept';
import { Drawing } from './Drawing';
import { Ball, Hands, roots, Seedling } from './pictures';
import { Pots } from './Pots';

const unseen: Seen = { leaves: null, roots: null, plug: null, heightCm: null, containerId: null };

const plugs = [
  { value: 'holds', label: 'Holds' },
  { value: 'falls-apart', label: 'Falls apart' },
] as const;

/** Ready or not, how deep, in what: three taps at the bench, and the answer at once. */
export function MovingView() {
  const { batch = '' } = useParams();
  const [search] = useSearchParams();
  const group = search.get('group');
  const [seen, setSeen] = useState(unseen);
  const moving = useMoving(batch, group, seen);
  const site = useSite();
  if (!moving.data || !site.data) return <Waiting error={moving.error ?? site.error} retry={() => void moving.refetch()} />;
  const { task } = moving.data;
  if (!task) return <NothingMoves batch={batch} title={moving.data.title} />;
  return (
    <Sheet
      moving={moving.data}
      task={task}
      today={site.data.today}
      seen={seen}
      onSeen={(change) => setSeen({ ...seen, ...change })}
      onLogged={() => setSeen(unseen)}
      refused={moving.error instanceof Problem ? moving.error : null}
    />
  );
}

function NothingMoves({ batch, title }: { batch: string; title: string }) {
  const nursery = useNursery();
  return (
    <Box sx={{ py: 5 }}>
      <Typography variant="h1" sx={{ mb: 1 }}>
        {title}
      </Typography>
      <Link component={To} to={`/n/${nursery}/batches/${batch}`}>
        The batch
      </Link>
    </Box>
  );
}

interface SheetProps {
  moving: Moving;
  task: Task;
  today: string;
  seen: Seen;
  onSeen: (change: Partial<Seen>) => void;
  onLogged: () => void;
  refused: Problem | null;
}

function Sheet({ moving, task, today, seen, onSeen, onLogged, refused }: SheetProps) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const units = useUnits();
  const look = useLook(task, today);
  const [tall, setTall] = useState('');
  const answered = seen.leaves !== null || seen.roots !== null || seen.heightCm !== null;
  // Once, whatever becomes of the work after it.
  const logged = useRef('');
  const log = async () => {
    const said = JSON.stringify([seen.leaves, seen.roots, seen.heightCm]);
    if (logged.current === said) return;
    await look.mutateAsync({ leaves: seen.leaves, roots: seen.roots, heightCm: seen.heightCm });
    logged.current = said;
  };
  const { setting, mix } = moving;
  // Another pot that is tried is the one the card moves them into.
  const pot = seen.containerId;
  const hardens = task.step.kind === 'harden';
  // Nothing but the answer: the work stands beside it.
  const bare = !setting && !mix && moving.pots.length === 0 && moving.how.length === 0;
  const card = (
    <TaskCard
      key={pot ?? ''}
      task={task}
      today={today}
      here
      // What was seen is kept with the work that follows it.
      {...(answered ? { before: log } : {})}
      onDone={() => void navigate(hardens ? `/n/${nursery}/batches/${task.batchId}` : `/n/${nursery}/round`)}
    />
  );
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <CropMark crop={task.crop} />
        <Link component={To} to={`/n/${nursery}/batches/${task.batchId}`} sx={{ fontWeight: 600 }}>
          {task.cultivar}
        </Link>
        <Tag quiet>{task.code}</Tag>
        <Typography color="textSecondary">
          {counted(task.seedlings, 'plant')}, {task.place}
        </Typography>
      </Box>
      <Typography variant="h1" sx={{ mb: 1.5 }}>
        Ready to {task.step.title.toLowerCase()}?
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
          columnGap: 5,
          rowGap: 2.5,
          alignItems: 'start',
        }}
      >
        <Box>
          <Question title="Tip out two or three from the middle. Roots at the wall?">
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: 'repeat(4, minmax(0, 1fr))',
                gap: 1,
                '& button': { minWidth: 0, px: 0.5 },
              }}
            >
              {roots.map((r) => (
                <Pick
                  key={r.value}
                  chosen={seen.roots === r.value}
                  onClick={() => onSeen({ roots: seen.roots === r.value ? null : r.value })}
                >
                  <Box sx={{ display: 'flex', flexDirection: 'column', alignItems: 'center', py: 0.25, lineHeight: 1.15 }}>
                    <Ball lines={r.lines} />
                    {r.label}
                  </Box>
                </Pick>
              ))}
            </Box>
          </Question>
          {moving.asksPlug && (
            <Question title="Does the plug hold together?">
              <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
                {plugs.map((p) => (
                  <Pick
                    key={p.value}
                    chosen={seen.plug === p.value}
                    onClick={() => onSeen({ plug: seen.plug === p.value ? null : p.value })}
                  >
                    {p.label}
                  </Pick>
                ))}
              </Box>
            </Question>
          )}
          <Question title="True leaves, without the two seed leaves">
            <Leaves crop={task.crop} value={seen.leaves} onChange={(leaves) => onSeen({ leaves })} />
          </Question>
          {(refused ?? look.error) && (
            <Wrong sx={{ mb: 1 }}>{Object.values(refused?.errors ?? {})[0]?.[0] ?? (refused ?? look.error)?.message}</Wrong>
          )}
          <Answer moving={moving} />
          {answered && (
            <Button
              variant="outlined"
              loading={look.isPending}
              onClick={() =>
                void log().then(() => {
                  setTall('');
                  onLogged();
                })
              }
              sx={{ mt: 1.5, minHeight: 48 }}
            >
              Keep what you saw
            </Button>
          )}
        </Box>
        <Box sx={{ display: 'grid', gap: 2.5 }}>
          {bare && card}
          {setting && (
            <Box component="section" aria-label="How deep">
              <Typography variant="h2" sx={{ mb: 0.5 }}>
                How deep
              </Typography>
              <Box sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'divider', p: 1.5, mb: 1 }}>
                <Drawing set={setting} crop={task.crop} units={units} />
              </Box>
              <Box component="ul" sx={{ m: 0, mb: 1, pl: 2.5, fontSize: '1.05rem' }}>
                {setting.text.map((t) => (
                  <li key={t}>{t}</li>
                ))}
              </Box>
              <Box sx={{ maxWidth: 220, mb: 1 }}>
                <RestedNumber
                  label="Height, mix to tip"
                  unit={length.unit(units)}
                  value={tall}
                  onChange={(text) => {
                    setTall(text);
                    const typed = number(text);
                    onSeen({ heightCm: typed !== null && typed > 0 ? length.typed(typed, units) : null });
                  }}
                  error={tall.trim() !== '' && !((number(tall) ?? 0) > 0) ? 'Type a number above 0.' : refused?.at('heightCm')}
                />
              </Box>
              <Reasons why={setting.why} />
            </Box>
          )}
        </Box>
        {moving.pots.length > 0 && (
          <Pots
            moving={moving}
            chosen={pot}
            onChoose={(containerId) => {
              keepFor(cardKey(nursery, task), {
                other: containerId ? { on: today, to: { containerId, placeId: task.to.placeId }, about: null } : null,
              });
              onSeen({ containerId });
            }}
          />
        )}
        <Box sx={{ display: 'grid', gap: 2.5 }}>
          {mix && (
            <Box component="section">
              <Typography variant="h2" sx={{ mb: 0.5 }}>
                Mix for {counted(task.containers, 'pot')}: {volume.said(mix.litres, units)}
              </Typography>
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 420 }}>
                {mix.parts.map((p) => (
                  <Line
                    key={p.name}
                    what={p.name}
                    amount={volume.said(p.litres, units)}
                    note={p.bags === null ? null : counted(p.bags, 'bag')}
                  />
                ))}
                <Line what="Water to wet it" amount={volume.said(mix.waterLitres, units)} note={null} />
              </Box>
              <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, mt: 0.5 }}>
                <Link component={To} to={`/n/${nursery}/house?part=mixes`} sx={{ py: 1 }}>
                  Change the mix
                </Link>
                <Link component={To} to={`/n/${nursery}/sums/bleach`} sx={{ py: 1 }}>
                  Used pots: wash them
                </Link>
              </Box>
            </Box>
          )}
          {moving.how.length > 0 && (
            <Box component="section">
              <Typography variant="h2" sx={{ mb: 0.5 }}>
                How
              </Typography>
              <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
                {moving.how.map((h, i) => (
                  <Box component="li" key={h} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', fontSize: '1.05rem' }}>
                    <Box sx={{ flex: 'none', lineHeight: 0 }}>
                      <Hands step={i} />
                    </Box>
                    {h}
                  </Box>
                ))}
              </Box>
              {moving.dull && <Typography sx={{ mt: 1, fontSize: '1.05rem' }}>{moving.dull}</Typography>}
              {task.cautions.map((c) => (
                <Typography key={c} variant="body2" sx={{ mt: 1 }}>
                  <b>Care:</b> {c}
                </Typography>
              ))}
            </Box>
          )}
        </Box>
      </Box>
      {!bare && <Box sx={{ mt: 3, maxWidth: 640 }}>{card}</Box>}
    </Box>
  );
}

/** Where the card keeps what is typed into it. */
const cardKey = (nursery: string, task: Task) => `${nursery}/${task.batchId}/${task.step.id}/${task.group ?? ''}`;

function Question({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box role="group" aria-label={title} sx={{ mb: 2 }}>
      <Typography sx={{ fontWeight: 600, mb: 0.75 }}>{title}</Typography>
      {children}
    </Box>
  );
}

/** The first five are drawn; more are counted. */
function Leaves({
  crop,
  value,
  onChange,
}: {
  crop: Schemas['Crop'];
  value: number | null;
  onChange: (leaves: number | null) => void;
}) {
  const pick = (n: number, drawn: boolean) => (
    <Pick key={n} chosen={value === n} onClick={() => onChange(value === n ? null : n)}>
      <Box sx={{ display: 'flex', flexDirection: 'column', alignItems: 'center', lineHeight: 1.15 }}>
        {drawn && <Seedling crop={crop} leaves={n} />}
        {n === 0 ? 'none yet' : n === 9 ? '9+' : n}
      </Box>
    </Pick>
  );
  return (
    <>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: 'repeat(5, minmax(0, 1fr))', gap: 1, '& button': { minWidth: 0, px: 0.5 } }}
      >
        {[0, 1, 2, 3, 4].map((n) => pick(n, true))}
        {[5, 6, 7, 8, 9].map((n) => pick(n, false))}
      </Box>
    </>
  );
}

/** The answer, why, and beside it what was reckoned. */
function Answer({ moving }: { moving: Moving }) {
  const cold = moving.task && stop(moving.task);
  return (
    <Box
      role="status"
      sx={{ border: 2, borderColor: 'text.primary', borderRadius: 1, bgcolor: 'background.paper', px: 2, py: 1.25 }}
    >
      <Typography component="p" sx={{ fontSize: '1.5rem', fontWeight: 600, lineHeight: 1.2 }}>
        {moving.title}
      </Typography>
      {/* What the nights ask for is half the answer, where the work goes outdoors. */}
      {moving.call !== 'wait' && cold && <Cold cold={cold} strong mt={0.5} />}
      <Reasons why={moving.why} />
      <Typography color="textSecondary" sx={{ mt: 0.5, fontWeight: moving.differs ? 600 : 400 }}>
        {moving.guess}
      </Typography>
    </Box>
  );
}

function Line({ what, amount, note }: { what: string; amount: string; note: string | null }) {
  return (
    <Box
      component="li"
      sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, borderBottom: 1, borderColor: 'divider', py: 0.5 }}
    >
      <span>{what}</span>
      <span>
        <b>{amount}</b>
        {note ? `, ${note}` : ''}
      </span>
    </Box>
  );
}
