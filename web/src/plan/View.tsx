import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue, useNursery, useSite } from '../app/nursery';
import { CropMark } from '../ui/CropMark';
import { Choose, DayField, NumberField } from '../ui/Field';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { Answer } from './Answer';
import { differences, firstForm, read, type Form } from './model';
import { PathForm } from './PathForm';
import { useKeep, usePreview, type PlanAnswer } from './usePlan';

/** When do I sow, and how much? */
export function PlanView() {
  const nursery = useNursery();
  const site = useSite();
  const catalogue = useCatalogue();
  if (!site.data || !catalogue.data) return <Waiting error={site.error ?? catalogue.error} />;
  const base = `/n/${nursery}`;
  const growing = catalogue.data.places.some((p) => p.dayC !== null);
  const beds = catalogue.data.places.some((p) => p.dayC === null);
  if (!site.data.input.averageFrost)
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
  return <Planner site={site.data} catalogue={catalogue.data} />;
}

function Planner({ site, catalogue }: { site: Schemas['SiteAnswer']; catalogue: Schemas['CatalogueAnswer'] }) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const { say } = useSay();
  const [form, setForm] = useState<Form>(() => firstForm(catalogue, site.season));
  const set = (change: Partial<Form>) => setForm((f) => ({ ...f, ...change }));
  const { input, errors } = useMemo(() => read(form), [form]);
  const preview = usePreview(input);
  const keep = useKeep();
  const problem = preview.error instanceof Problem ? preview.error : null;
  const error = (field: string) => errors[field] ?? problem?.at(field);
  const [changed, setChanged] = useState<{ plan: PlanAnswer; differences: string[] } | null>(null);
  const units = site.input.units;
  const bad = Object.keys(errors).length > 0 || problem !== null;
  const plan = preview.data;

  const keepIt = (shown: PlanAnswer) => {
    if (!input) return;
    keep.mutate(
      { input, shown: shown.version },
      {
        onSuccess: (id) => {
          say('Kept. Round will say when to sow.');
          void navigate(`/n/${nursery}/batches/${id}`);
        },
        onError: (e) => {
          if (e instanceof Problem && e.code === 'plan-changed') {
            const now = e.current as PlanAnswer;
            setChanged({ plan: now, differences: differences(shown, now) });
            void preview.refetch();
          }
        },
      },
    );
  };

  const general = problem && Object.keys(problem.errors).length === 0 ? problem.message : problem?.at('site');
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' }, columnGap: 4, rowGap: 3 }}
    >
      <Box component="form" onSubmit={(e) => e.preventDefault()} aria-label="What to raise" sx={{ order: { xs: 1, md: 0 } }}>
        <Typography variant="h1" sx={{ mb: 1.5, display: { xs: 'none', md: 'block' } }}>
          Plan a batch
        </Typography>
        <Box sx={{ display: 'grid', gap: 1.5, mb: 2.5 }}>
          <Choose
            label="Cultivar"
            value={form.cultivarId}
            onChange={(cultivarId) => set({ cultivarId })}
            error={error('cultivarId')}
            options={catalogue.cultivars.map((c) => ({
              value: c.id,
              label: (
                <Box component="span" sx={{ display: 'inline-flex', gap: 1, alignItems: 'center' }}>
                  <CropMark crop={c.crop} size={14} /> {c.name}
                </Box>
              ),
            }))}
          />
          <NumberField
            label="Plants wanted"
            value={form.plantsWanted}
            onChange={(plantsWanted) => set({ plantsWanted })}
            error={error('sowing.plantsWanted')}
          />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            <NumberField
              label="Germination"
              unit="%"
              value={form.germination}
              onChange={(germination) => set({ germination })}
              error={error('sowing.germination')}
            />
            <NumberField
              label="Seeds a cell"
              value={form.seedsPerCell}
              onChange={(seedsPerCell) => set({ seedsPerCell })}
              error={error('sowing.seedsPerCell')}
            />
            <NumberField
              label="Survive"
              unit="%"
              value={form.survival}
              onChange={(survival) => set({ survival })}
              error={error('sowing.survival')}
            />
            <NumberField
              label="How sure"
              unit="%"
              value={form.confidence}
              onChange={(confidence) => set({ confidence })}
              error={error('sowing.confidence')}
            />
            <NumberField
              label="Seeds in hand"
              value={form.seedsAvailable}
              onChange={(seedsAvailable) => set({ seedsAvailable })}
              error={error('sowing.seedsAvailable')}
            />
            <NumberField label="Season" value={form.season} onChange={(season) => set({ season })} error={error('season')} />
          </Box>
        </Box>
        <PathForm form={form} set={set} catalogue={catalogue} units={units} error={error} />
        <DayField
          label="Fix the planting day (optional)"
          value={form.plantOutOn}
          onChange={(plantOutOn) => set({ plantOutOn })}
          error={error('locks')}
        />
      </Box>
      <Box sx={{ minWidth: 0 }} aria-live="polite" aria-busy={preview.isFetching}>
        {general && (
          <Alert severity="error" sx={{ mb: 2 }}>
            {general}
          </Alert>
        )}
        {bad && !general && (
          <Alert severity="error" sx={{ mb: 2 }}>
            {[...new Set([...Object.values(errors), ...Object.values(problem?.errors ?? {}).flat()])].join(' ')}
          </Alert>
        )}
        {changed && (
          <Alert
            severity="warning"
            icon={false}
            sx={{ mb: 2, border: 2, borderColor: 'text.primary', bgcolor: 'background.paper', color: 'text.primary' }}
            onClose={() => setChanged(null)}
          >
            <b>The plan has changed since it was shown:</b>
            <ul>
              {changed.differences.map((d) => (
                <li key={d}>{d}</li>
              ))}
            </ul>
            Keep it as it is now?
          </Alert>
        )}
        {keep.error && !changed && (
          <Alert severity="error" sx={{ mb: 2 }}>
            {keep.error.message}
          </Alert>
        )}
        {plan ? (
          <Box sx={{ opacity: bad ? 0.35 : 1 }}>
            <Answer
              plan={plan}
              today={site.today}
              units={units}
              tray={catalogue.containers.find((c) => c.id === form.trayId)?.name ?? ''}
            />
            <Box
              sx={{
                position: { xs: 'fixed', md: 'sticky' },
                bottom: { xs: 64, md: 12 },
                right: { xs: 12, md: 'auto' },
                zIndex: 4,
                mt: 2,
                display: 'flex',
                justifyContent: 'flex-end',
              }}
            >
              <Button
                variant="contained"
                size="large"
                disabled={bad || preview.isFetching || preview.isPlaceholderData}
                loading={keep.isPending}
                onClick={() => keepIt(changed?.plan ?? plan)}
                sx={{ minHeight: 52, px: 4, fontSize: '1.1rem' }}
              >
                Keep this plan
              </Button>
            </Box>
          </Box>
        ) : (
          !bad && <Waiting error={preview.error} />
        )}
      </Box>
    </Box>
  );
}
