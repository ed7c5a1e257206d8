import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { Link as To, useNavigate, useSearchParams } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue, useNursery, useSite } from '../data/nursery';
import { isBed } from '../data/places';
import { DayField } from '../ui/DayField';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { useKept } from '../ui/useKept';
import { useSame } from '../ui/useSame';
import { Warning } from '../ui/Warning';
import { Details, Figures } from './Answer';
import { Beside } from './Beside';
import { Short } from './Short';
import { again, differences, formOf, lastWay, on, read, rememberWay, standing, wayOf, type Form } from './model';
import { PathForm } from './PathForm';
import { SowingForm } from './SowingForm';
import { useLots } from '../data/useLots';
import { useChanged, useKeep, usePreview, useWave, type PlanAnswer } from '../data/usePlan';
import { Wrong } from '../ui/Wrong';

/** When do I sow, and how much? */
export function PlanView() {
  const nursery = useNursery();
  const site = useSite();
  const catalogue = useCatalogue();
  const [search] = useSearchParams();
  const changed = useChanged(search.get('batch'));
  // Sown again: another batch like this one. Or the next wave after it, planted when that is due.
  const after = search.get('after');
  const like = useChanged(search.get('like') ?? after);
  const wave = useWave(after);
  if (!site.data || !catalogue.data) return <Waiting error={site.error ?? catalogue.error} />;
  const base = `/n/${nursery}`;
  const growing = catalogue.data.places.some((p) => !isBed(p));
  const beds = catalogue.data.places.some(isBed);
  if (!site.data.freezeKnown)
    return (
      <Empty title="First: when is your last frost?" to={`${base}/site`} action="Set the frost date">
        A plan is counted back from the day it is safe to plant out.
      </Empty>
    );
  if (!growing || !beds)
    return (
      <Empty
        title={growing ? 'Where are they planted in the end?' : 'Where do your plants stand?'}
        to={`${base}/house`}
        action={growing ? 'Add a bed' : 'Add places'}
      >
        A plan follows the batch from place to place: at least one place to grow in, and one bed.
      </Empty>
    );
  if (catalogue.data.cultivars.length === 0)
    return (
      <Empty title="What do you grow?" to={`${base}/house?part=cultivars`} action="Add cultivars">
        Name a tomato or a pepper, and how long it takes to ripen.
      </Empty>
    );
  if (search.get('batch') && !changed.data) return <Waiting error={changed.error} />;
  if ((search.get('like') ?? after) && !like.data) return <Waiting error={like.error} />;
  if (after && !wave.data) return <Waiting error={wave.error} />;
  return (
    <Planner
      key={changed.data?.id ?? like.data?.id ?? 'new'}
      site={site.data}
      catalogue={catalogue.data}
      batch={changed.data ?? null}
      like={
        like.data
          ? { ...again(like.data.input, search.get('plants')), ...(wave.data && on(like.data.input, wave.data.day)) }
          : null
      }
      againOf={like.data && !after ? { id: like.data.id, code: like.data.code } : null}
      wave={like.data && wave.data ? { code: like.data.code, text: wave.data.text } : null}
      draft={`${nursery}/plan?${search.toString()}/${changed.data?.version ?? ''}`}
    />
  );
}

/** The button that keeps the plan: it changes with each key, and what stands around it does not. */
const KeepButton = createContext<ReactNode>(null);

function KeepHere() {
  return useContext(KeepButton);
}

const keepHere = <KeepHere />;

/** The first sentence of each field. */
const firsts = (problem: Problem | null, which: (field: string) => boolean = () => true) =>
  Object.fromEntries(
    Object.entries(problem?.errors ?? {})
      .filter(([field]) => which(field))
      .map(([field, sentences]) => [field, sentences[0]]),
  );

interface Props {
  site: Schemas['SiteAnswer'];
  catalogue: Schemas['CatalogueAnswer'];
  /** The batch that is changed; null where a new one is planned. */
  batch: Schemas['BatchAnswer'] | null;
  /** What a new one begins with. */
  like: Form | null;
  /** The batch that it is sown again for. */
  againOf: { id: string; code: string } | null;
  /** The batch that it follows as the next wave, and why on that day. */
  wave: { code: string; text: string } | null;
  /** What is typed and not kept yet is found again under this name. */
  draft: string;
}

function Planner({ site, catalogue, batch: given, like, againOf, wave, draft }: Props) {
  // The version that was opened is the one that is changed: if another comes meanwhile, the server says so.
  const [batch] = useState(given);
  const nursery = useNursery();
  const navigate = useNavigate();
  const { say } = useSay();
  const [first] = useState<Form>(() => (batch ? formOf(batch.input) : (like ?? lastWay(catalogue, site.season, nursery))));
  const [form, set, clear] = useKept<Form>(draft, first);
  const typed = JSON.stringify(form) !== JSON.stringify(first);
  const { input, errors } = useMemo(() => read(form, batch?.input.locks), [form, batch]);
  const preview = usePreview(input, batch?.id ?? null);
  const keep = useKeep(batch);
  const problem = preview.error instanceof Problem ? preview.error : null;
  const stands = form.start === 'standing' && !batch ? standing(form, site.today) : null;
  const kept = keep.error instanceof Problem ? keep.error : null;
  const said = useSame<Record<string, string | undefined>>({
    ...firsts(kept, (field) => field.startsWith('standing')),
    ...(stands?.error ? { 'standing.containers': stands.error } : {}),
    ...firsts(problem),
    ...errors,
  });
  const error = useCallback((field: string) => said[field], [said]);
  const way = useSame(wayOf(form));
  const [changed, setChanged] = useState<{ plan: PlanAnswer; differences: string[] } | null>(null);
  const units = site.input.units;
  const bad = Object.keys(errors).length > 0 || problem !== null;
  // The last plan stays in sight, greyed, while what is typed cannot be planned.
  const [shown, setShown] = useState<PlanAnswer | null>(null);
  if (preview.data && preview.data !== shown) setShown(preview.data);

  const keepIt = (plan: PlanAnswer) => {
    if (!input || stands?.error) return;
    keep.mutate(
      { input, shown: plan.version, standing: stands?.standing ?? null, againOf: againOf?.id ?? null },
      {
        onSuccess: (id) => {
          rememberWay(nursery, form);
          clear();
          say(batch ? 'Changed.' : stands ? 'Kept. Round says what comes next.' : 'Kept. Round will say when to sow.');
          void navigate(`/n/${nursery}/batches/${id}`);
        },
        onError: (e) => {
          if (e instanceof Problem && e.code === 'plan-changed') {
            const now = e.current as PlanAnswer;
            setChanged({ plan: now, differences: differences(plan, now) });
            void preview.refetch();
          }
        },
      },
    );
  };

  const keepButton = shown && (
    <Button
      variant="contained"
      disabled={bad || !preview.settled}
      loading={keep.isPending}
      onClick={() => keepIt(changed?.plan ?? shown)}
      sx={{ minHeight: 52, px: 3, fontSize: '1.1rem', whiteSpace: 'nowrap' }}
    >
      {batch ? 'Keep the change' : 'Keep this plan'}
    </Button>
  );
  // The form comes with its first answer, which stands above it on a phone: it does not jump.
  const [came, setCame] = useState(false);
  const lots = useLots();
  if (!came && !lots.isPending && (shown || bad || preview.error || !input)) setCame(true);
  const general = problem && Object.keys(problem.errors).length === 0 ? problem.message : problem?.at('site');
  if (!came) return <Waiting error={null} />;
  return (
    <Box
      sx={{
        display: 'grid',
        // On a phone the answer stands first, then what it depends on, then the reasons.
        gridTemplateAreas: { xs: '"head" "form" "rest"', md: '"form head" "form rest"' },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' },
        gridTemplateRows: { md: 'auto 1fr' },
        columnGap: 4,
        rowGap: { xs: 2.5, md: 0 },
      }}
    >
      <Box component="form" onSubmit={(e) => e.preventDefault()} aria-label="What to raise" sx={{ gridArea: 'form' }}>
        <Typography variant="h1" sx={{ mb: 1.5, display: { xs: 'none', md: 'block' } }}>
          {batch
            ? `Change ${batch.code}`
            : againOf
              ? `Sow again for ${againOf.code}`
              : wave
                ? `The wave after ${wave.code}`
                : 'Plan a batch'}
        </Typography>
        {wave && <Typography sx={{ mb: 1.5 }}>{wave.text}</Typography>}
        {!batch && !againOf && !wave && (
          <Link component={To} to={`/n/${nursery}/plan/several`} sx={{ display: 'inline-block', mb: 1.5 }}>
            Several at once
          </Link>
        )}
        <SowingForm batch={batch} form={form} set={set} catalogue={catalogue} error={error} />
        <PathForm form={way} set={set} catalogue={catalogue} units={units} error={error} />
        {form.aim === 'bed' && (
          <DayField
            label="Fix the planting day (optional)"
            value={form.plantOutOn}
            onChange={(plantOutOn) => set({ plantOutOn })}
            error={error('locks')}
          />
        )}
        {typed && (
          <Button variant="text" onClick={clear} sx={{ mt: 1, px: 1, ml: -1 }}>
            {batch ? 'As it was' : 'Begin again'}
          </Button>
        )}
      </Box>
      <Box sx={{ gridArea: 'head', minWidth: 0 }} aria-live="polite" aria-busy={preview.isFetching}>
        {general && <Wrong sx={{ mb: 2 }}>{general}</Wrong>}
        {bad && !general && (
          <Wrong sx={{ mb: 2 }}>
            {[...new Set([...Object.values(errors), ...Object.values(problem?.errors ?? {}).flat()])].join(' ')}
          </Wrong>
        )}
        {changed && (
          <Warning onClose={() => setChanged(null)}>
            <b>The plan has changed since it was shown:</b>
            <ul>
              {changed.differences.map((d) => (
                <li key={d}>{d}</li>
              ))}
            </ul>
            Keep it as it is now?
          </Warning>
        )}
        {keep.error && !changed && <Wrong sx={{ mb: 2 }}>{keep.error.message}</Wrong>}
        {shown ? (
          <Box sx={{ opacity: bad ? 0.35 : 1 }}>
            <KeepButton.Provider value={keepButton}>
              <Figures
                plan={shown}
                form={form.start}
                saleOn={form.aim === 'sale' ? form.saleOn : null}
                units={units}
                tray={catalogue.containers.find((c) => c.id === form.trayId)?.name ?? ''}
                keep={keepHere}
              />
            </KeepButton.Provider>
          </Box>
        ) : (
          !bad &&
          (form.cultivarId === '' ? (
            <Box>
              <Typography variant="h1" component="p" sx={{ mb: 0.5 }}>
                What do you want to raise?
              </Typography>
              <Typography color="textSecondary">Choose a cultivar: when to sow, and how much, stands here at once.</Typography>
            </Box>
          ) : (
            <Waiting error={preview.error} />
          ))
        )}
      </Box>
      {shown && (
        <Box sx={{ gridArea: 'rest', minWidth: 0, opacity: bad ? 0.35 : 1 }}>
          {batch && typed && <Beside kept={batch} tried={shown} input={input} units={units} />}
          {shown.shortWays.length > 0 && (
            <Short ways={shown.shortWays} now={form.seedsPerCell} take={(n) => set({ seedsPerCell: String(n) })} />
          )}
          <Details plan={shown} today={site.today} saleOn={form.aim === 'sale' ? form.saleOn : null} />
        </Box>
      )}
    </Box>
  );
}
