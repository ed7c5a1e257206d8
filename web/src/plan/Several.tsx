import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { Link as To, useNavigate, useSearchParams } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue, useNursery, useSite } from '../data/nursery';
import { useLots, type Lot } from '../data/useLots';
import { useKeepSeveral, useSeveral, type SeveralLine } from '../data/useSeveral';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { DayField } from '../ui/DayField';
import { Choose, NumberField } from '../ui/Field';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { counted, many } from '../ui/units';
import { isKept, useKept } from '../ui/useKept';
import { lastWay, rememberWay, standing, standingNow, type Form } from './model';
import { PathForm } from './PathForm';
import { linesOf, total, type Line, type Wanted } from './several';
import { Wrong } from '../ui/Wrong';

/** Many cultivars in one evening: plants of each, one way for all. */
export function SeveralView() {
  const [search] = useSearchParams();
  const nursery = useNursery();
  const site = useSite();
  const catalogue = useCatalogue();
  const lots = useLots();
  if (!site.data || !catalogue.data || !lots.data) return <Waiting error={site.error ?? catalogue.error ?? lots.error} />;
  if (catalogue.data.cultivars.length === 0 || catalogue.data.places.length === 0)
    return (
      <Empty title="First: where, and what?" to={`/n/${nursery}/start`} action="Set up the nursery">
        Plans need places to grow in, and what you grow.
      </Empty>
    );
  return <Planner key={search.has('stands') ? 'stands' : 'sow'} site={site.data} catalogue={catalogue.data} lots={lots.data} />;
}

interface Props {
  site: Schemas['SiteAnswer'];
  catalogue: Schemas['CatalogueAnswer'];
  lots: Lot[];
}

function Planner({ site, catalogue, lots }: Props) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const { say } = useSay();
  // Plants that stand already begin where they are; the others are sown.
  const [search] = useSearchParams();
  const stands = search.has('stands');
  const first = useMemo(() => {
    const last = lastWay(catalogue, site.season, nursery);
    return stands ? standingNow(last, catalogue, site.today) : last;
  }, [catalogue, site.season, site.today, nursery, stands]);
  const draft = `${nursery}/several${stands ? '/stands' : ''}`;
  const [way, setWay, clearWay] = useKept<Form>(`${draft}/way`, first);
  const [typed, setTyped, clearTyped] = useKept<{ wanted: Wanted; each: string }>(draft, {
    wanted: {},
    each: '8',
  });
  const lines = useMemo(() => linesOf(catalogue, lots, way, typed.wanted), [catalogue, lots, way, typed.wanted]);
  const chosen = useMemo(() => lines.filter((l): l is Line & { input: NonNullable<Line['input']> } => l.input !== null), [lines]);
  const inputs = useMemo(() => chosen.map((l) => l.input), [chosen]);
  const plans = useSeveral(inputs);
  const keep = useKeepSeveral();
  const want = (id: string, change: Partial<Wanted[string]>) =>
    setTyped({ wanted: { ...typed.wanted, [id]: { ...{ plants: '' }, ...typed.wanted[id], ...change } } });
  const planOf = (line: Line) => {
    const at = chosen.findIndex((l) => l.cultivar.id === line.cultivar.id);
    return at < 0 || plans.data?.length !== chosen.length ? null : (plans.data[at] ?? null);
  };
  const { batches, plants } = total(lines);
  const shown = plans.data?.length === chosen.length ? plans.data : [];
  const days = shown.map((p) => p.sow).filter((d): d is string => d !== null);
  const firstSowing = days.length > 0 ? days.reduce((a, b) => (a < b ? a : b)) : null;
  const cannot = shown.some((p) => p.failures.length > 0) || lines.some((l) => l.error);

  function keepThem() {
    keep.mutate(
      chosen.map((l, i) => ({
        input: l.input,
        shown: shown[i]?.version ?? '',
        ...(stands
          ? { standing: standing({ ...way, plantsWanted: l.plants, standingIn: '' }, site.today).standing ?? undefined }
          : {}),
      })),
      {
        onSuccess: () => {
          if (!stands) rememberWay(nursery, way);
          clearTyped();
          clearWay();
          say(`${counted(batches, 'batch', 'batches')} kept. Round will say ${stands ? 'what comes next' : 'when to sow'}.`);
          // What is to be sown was typed at the start, and comes next.
          void navigate(`/n/${nursery}/${stands && isKept(`${nursery}/several`) ? 'plan/several' : 'batches'}`);
        },
        onError: (e) => {
          if (e instanceof Problem && e.code === 'plan-changed') void plans.refetch();
        },
      },
    );
  }

  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateAreas: { xs: '"list" "way"', md: '"way list"' },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' },
        columnGap: 4,
        rowGap: 3,
      }}
    >
      <Box component="form" onSubmit={(e) => e.preventDefault()} aria-label="One way for all" sx={{ gridArea: 'way' }}>
        <Typography variant="h2" sx={{ mb: 1 }}>
          One way for all
        </Typography>
        {stands && (
          <Box sx={{ display: 'grid', gap: 1.5, mb: 2 }}>
            <NumberField
              label="True leaves, about"
              value={way.startLeaves}
              onChange={(startLeaves) => setWay({ startLeaves })}
              help="0: seed leaves only"
            />
            <DayField
              label="In this pot since, about"
              value={way.potSince}
              onChange={(potSince) => setWay({ potSince })}
              max={site.today}
            />
          </Box>
        )}
        <PathForm form={way} set={setWay} catalogue={catalogue} units={site.input.units} error={() => undefined} />
      </Box>
      <Box sx={{ gridArea: 'list', minWidth: 0 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, mb: 1 }}>
          <Box sx={{ flex: 1, minWidth: 220 }}>
            <Typography variant="h1">
              {batches === 0
                ? stands
                  ? 'How many stand of each?'
                  : 'How many plants of each?'
                : `${counted(batches, 'batch', 'batches')}, ${counted(plants, 'plant')}`}
            </Typography>
            <Typography color="textSecondary" aria-live="polite">
              {firstSowing && !stands ? `First sowing ${day(firstSowing)}.` : 'Leave empty what you do not grow this time.'}{' '}
              <Link component={To} to={stands ? `/n/${nursery}/plan/several` : `/n/${nursery}/plan/several?stands`}>
                {stands ? 'To be sown' : 'Growing already'}
              </Link>
            </Typography>
          </Box>
          <Button
            variant="contained"
            disabled={batches === 0 || cannot || !plans.settled || shown.length === 0}
            loading={keep.isPending}
            onClick={keepThem}
            sx={{ minHeight: 52, px: 3, fontSize: '1.1rem' }}
          >
            Keep {batches === 1 ? 'it' : 'them all'}
          </Button>
        </Box>
        {keep.error && <Wrong sx={{ mb: 2 }}>{keep.error.message}</Wrong>}
        <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', gap: 1, mb: 1.5 }}>
          <TextField
            label="Of each"
            value={typed.each}
            onChange={(e) => setTyped({ each: e.target.value })}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
            sx={{ width: 100 }}
          />
          <Button
            variant="outlined"
            onClick={() =>
              setTyped({
                wanted: Object.fromEntries(catalogue.cultivars.map((c) => [c.id, { ...typed.wanted[c.id], plants: typed.each }])),
              })
            }
          >
            {typed.each} of each
          </Button>
          <Button variant="text" onClick={() => setTyped({ wanted: {} })}>
            Empty
          </Button>
          <Link component={To} to={`/n/${nursery}/house?part=cultivars`} sx={{ ml: 'auto' }}>
            Add cultivars
          </Link>
        </Box>
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
          {lines.map((line) => (
            <Row
              key={line.cultivar.id}
              line={line}
              plan={planOf(line)}
              stands={stands}
              want={(change) => want(line.cultivar.id, change)}
            />
          ))}
        </Box>
      </Box>
    </Box>
  );
}

function Row({
  line,
  plan,
  stands,
  want,
}: {
  line: Line;
  plan: SeveralLine | null;
  stands: boolean;
  want: (change: Partial<Wanted[string]>) => void;
}) {
  const { cultivar } = line;
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 1 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr) 96px', sm: 'minmax(0, 0.7fr) 96px minmax(0, 2fr)' },
          columnGap: 2,
          rowGap: 0.5,
          alignItems: 'center',
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, fontWeight: 600, minWidth: 0 }}>
          <CropMark crop={cultivar.crop} size={15} />
          <span>{cultivar.name}</span>
        </Box>
        <TextField
          value={line.plants}
          onChange={(e) => want({ plants: e.target.value })}
          placeholder="plants"
          error={line.error !== null}
          slotProps={{ htmlInput: { inputMode: 'numeric', 'aria-label': `Plants of ${cultivar.name}` } }}
        />
        <Box sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
          {plan && (plan.sow ?? plan.plantOut) && (
            <Typography>
              {plan.sow && !stands ? (
                <>
                  Sow <b>{day(plan.sow)}</b>, {many(plan.cells)} cells
                </>
              ) : (
                'Taken in as they stand'
              )}
              {plan.plantOut && `; plant out ${day(plan.plantOut)}`}
              {plan.ripe && `; ripe ${day(plan.ripe)}`}
            </Typography>
          )}
          {line.error && <Typography color="error">{line.error}</Typography>}
          {plan?.failures.map((f) => (
            <Typography key={f} color="error">
              {f}
            </Typography>
          ))}
          {plan?.warnings.map((w) => (
            <Typography key={w} variant="body2">
              {w}
            </Typography>
          ))}
          {line.input && line.lots.length > 1 && (
            <Choose
              label="From the packet"
              value={line.lot?.lot.id ?? ''}
              onChange={(lotId) => want({ lotId })}
              options={[
                { value: '', label: 'not chosen' },
                ...line.lots.map((l) => ({
                  value: l.lot.id,
                  label: `${l.lot.name}${l.free === null ? '' : `, ${counted(l.free, 'seed')} free`}`,
                })),
              ]}
            />
          )}
          {line.input && line.lots.length === 1 && line.lot && (
            <Typography variant="body2" color="textSecondary">
              from {line.lot.lot.name}
            </Typography>
          )}
        </Box>
      </Box>
    </Box>
  );
}
