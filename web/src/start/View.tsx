import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link as To, useNavigate } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useCatalogue, useNursery, useRefresh, useSite } from '../data/nursery';
import { Choose, NumberField } from '../ui/Field';
import { FileButton } from '../ui/FileButton';
import { MonthDayField } from '../ui/MonthDayField';
import { Waiting } from '../ui/Page';
import { Pick } from '../ui/Pick';
import { keepFor, useKept } from '../ui/useKept';
import { emptyLine, growsIn, kinds, named, read, type Form, type Grown } from './model';
import { Wrong } from '../ui/Wrong';

const ImportWeather = lazy(async () => ({ default: (await import('../site/ImportWeather')).ImportWeather }));

/** The first evening: where, in what, what. Then a season stands there. */
export function StartView() {
  const site = useSite();
  const catalogue = useCatalogue();
  if (!site.data || !catalogue.data) return <Waiting error={site.error ?? catalogue.error} />;
  return <Start site={site.data} catalogue={catalogue.data} />;
}

const here = () => Intl.DateTimeFormat().resolvedOptions().timeZone;
const american = () => /-(US|LR|MM)$/.test(navigator.language);

function Start({ site, catalogue }: { site: Schemas['SiteAnswer']; catalogue: Schemas['CatalogueAnswer'] }) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [first] = useState<Form>(() => ({
    frost: site.input.averageFrost,
    latitude: site.input.averageFrost ? String(site.input.latitude) : '',
    units: site.input.averageFrost ? site.input.units : american() ? 'us' : 'metric',
    places: catalogue.places.map((p) => p.name),
    grown: [emptyLine, emptyLine, emptyLine],
    growing: false,
  }));
  const [form, set, clear] = useKept<Form>(`${nursery}/start`, first);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const send = useMutation({
    mutationFn: (body: Schemas['SetUpInput']) =>
      unwrap(api.POST('/api/nurseries/{nursery}/start', { params: { path: { nursery } }, body })),
    onSuccess: () => refresh(),
  });
  const problem = send.error instanceof Problem ? send.error : null;
  const line = (i: number, change: Partial<Grown>) => {
    const grown = form.grown.map((g, j) => (j === i ? { ...g, ...change } : g));
    // There is always an empty line to go on with.
    const last = grown.at(-1);
    set({ grown: last && last.name !== '' ? [...grown, { ...emptyLine, kind: last.kind, plants: '' }] : grown });
  };

  function go() {
    // A nursery that has its site already keeps its time zone.
    const { body, errors: found } = read(
      form,
      site.input,
      site.input.averageFrost ? site.input.timeZone : here() || site.input.timeZone,
    );
    setErrors(found);
    if (Object.keys(found).length > 0) return;
    send.mutate(body, {
      onSuccess: ({ cultivars }) => {
        const lines = named(form.grown);
        const wanted = Object.fromEntries(cultivars.map((id, i) => [id, { plants: lines[i]?.plants ?? '' }]));
        clear();
        if (lines.some((l) => l.plants.trim() !== '' && l.plants.trim() !== '0')) {
          keepFor(`${nursery}/several`, { wanted, each: '8' });
          void navigate(`/n/${nursery}/plan/several${form.growing ? '?stands' : ''}`);
        } else void navigate(`/n/${nursery}/${form.growing ? 'plan/several?stands' : 'round'}`);
      },
    });
  }

  const chosen = new Set(form.places);
  return (
    <Box
      component="form"
      aria-label="Set up the nursery"
      onSubmit={(e) => {
        e.preventDefault();
        go();
      }}
      sx={{ maxWidth: 760 }}
    >
      <Typography variant="h1" sx={{ mb: 0.5 }}>
        Four questions, then your season stands here
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2.5 }}>
        Leave out what you do not know. Everything can be changed later.
      </Typography>
      <Part number={1} title="Where?">
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 2, alignItems: 'start' }}>
          <MonthDayField
            label="Average last frost"
            value={form.frost}
            onChange={(frost) => set({ frost })}
            error={problem?.at('site.averageFrost')}
            help="Half of all springs freeze after it. Neighbours know."
          />
          <NumberField
            label="Latitude, about"
            unit="°"
            value={form.latitude}
            onChange={(latitude) => set({ latitude })}
            error={errors.latitude ?? problem?.at('site.latitude')}
            help="Minus for south. It says how high the sun stands."
          />
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1.5 }}>
          <Pick chosen={form.units === 'metric'} onClick={() => set({ units: 'metric' })}>
            °C, litres
          </Pick>
          <Pick chosen={form.units === 'us'} onClick={() => set({ units: 'us' })}>
            °F, US gallons
          </Pick>
        </Box>
        <Weather kept={site.freezeKnown && site.input.averageFrost === null} units={form.units} />
      </Part>
      <Part number={2} title="What do you grow in?">
        {growsIn.map((g) => (
          <Box key={g.title} sx={{ mb: 1.5 }}>
            <Typography color="textSecondary" sx={{ mb: 0.5 }}>
              {g.title}
            </Typography>
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
              {g.places.map((p) => (
                <Pick
                  key={p.name}
                  chosen={chosen.has(p.name)}
                  onClick={() =>
                    set({ places: chosen.has(p.name) ? form.places.filter((n) => n !== p.name) : [...form.places, p.name] })
                  }
                >
                  {p.name}
                </Pick>
              ))}
            </Box>
          </Box>
        ))}
        <Typography color="textSecondary">
          Warmth comes with each; a thermometer corrects it. One place to grow in and a bed, at least.
        </Typography>
      </Part>
      <Part number={3} title="What do you grow?">
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}>
          {form.grown.map((g, i) => (
            <Box
              component="li"
              key={i}
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: 'minmax(0, 1fr) 92px', sm: 'minmax(0, 1.2fr) minmax(0, 1.2fr) 110px' },
                gap: 1.5,
                alignItems: 'start',
              }}
            >
              <TextField
                label="Name"
                value={g.name}
                onChange={(e) => line(i, { name: e.target.value })}
                error={Boolean(errors[`name${i}`] ?? problem?.at(`cultivars[${i}].name`))}
                helperText={errors[`name${i}`] ?? problem?.at(`cultivars[${i}].name`)}
                sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}
              />
              <Choose label="Kind" value={g.kind} onChange={(kind) => line(i, { kind })} options={kinds} />
              <NumberField
                label="Plants"
                value={g.plants}
                onChange={(plants) => line(i, { plants })}
                error={errors[`plants${i}`]}
              />
            </Box>
          ))}
        </Box>
      </Part>
      <Part number={4} title="Does something grow already?">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          <Pick chosen={!form.growing} onClick={() => set({ growing: false })}>
            Not yet
          </Pick>
          <Pick chosen={form.growing} onClick={() => set({ growing: true })}>
            Yes
          </Pick>
        </Box>
        {form.growing && (
          <Typography color="textSecondary" sx={{ mt: 1 }}>
            Name it above, without a number of plants where none are to be sown. Then you say how many stand of each, and in what.
          </Typography>
        )}
      </Part>
      {send.error && <Wrong sx={{ mb: 2 }}>{send.error.message}</Wrong>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, mb: 4 }}>
        <Button type="submit" variant="contained" loading={send.isPending} sx={{ minHeight: 52, px: 3, fontSize: '1.1rem' }}>
          {named(form.grown).length > 0 ? 'Go on: when to sow' : 'Keep this'}
        </Button>
        <Link component={To} to={`/n/${nursery}/round`}>
          Later
        </Link>
      </Box>
    </Box>
  );
}

/** A record of the weather tells more than dates that one remembers: brought in here, or later under Site. */
function Weather({ kept, units }: { kept: boolean; units: Form['units'] }) {
  const [file, setFile] = useState<File | null>(null);
  const [told, setTold] = useState(kept);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, mt: 1.5 }}>
      <FileButton accept=".csv,.txt,.tsv" label="Weather file" onFile={setFile}>
        {told ? 'More weather' : 'Bring in weather'}
      </FileButton>
      <Typography color="textSecondary" sx={{ flex: '1 1 260px' }}>
        {told
          ? 'Weather is kept: Site shows what it says of frost, nights and soil.'
          : 'A CSV with date, lowest and highest of some years tells more than a date. Now, or later under Site.'}
      </Typography>
      <Suspense fallback={null}>
        {file && <ImportWeather file={file} units={units} onKept={() => setTold(true)} onClose={() => setFile(null)} />}
      </Suspense>
    </Box>
  );
}

function Part({ number, title, children }: { number: number; title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', pt: 2, pb: 2.5 }}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {number}. {title}
      </Typography>
      {children}
    </Box>
  );
}
