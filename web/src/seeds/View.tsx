import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useCatalogue, useCurrency, useNursery, useSite } from '../data/nursery';
import { CropMark } from '../ui/CropMark';
import { Choose, NumberField, TextLine } from '../ui/Field';
import { Empty, Waiting } from '../ui/Page';
import { Rows, type FormProps } from '../ui/Rows';
import { counted, many, number } from '../ui/units';
import { useBatches } from '../data/useBatch';
import { useLots, type Lot } from '../data/useLots';
import { Book } from './Book';

type Row = Schemas['SeedLotRow'];

const origins: { value: Row['origin']; label: string }[] = [
  { value: 'unknown', label: 'as the cultivar' },
  { value: 'open-pollinated', label: 'open-pollinated: comes true' },
  { value: 'hybrid', label: 'hybrid: seed not worth saving' },
];

interface Form {
  cultivars: Schemas['CultivarRow'][];
  cultivarId: string;
  name: string;
  packed: string;
  seeds: string;
  grams: string;
  origin: Row['origin'];
  price: string;
  note: string;
  /** Own seed: of which batch, and whether its mother was kept apart. */
  fromBatchId: string;
  isolated: '' | 'yes' | 'no';
}

const nameOf = (form: Form) => form.cultivars.find((c) => c.id === form.cultivarId)?.name ?? '';

/** What have I got, and how much do I sow? */
export function SeedsView() {
  const nursery = useNursery();
  const site = useSite();
  const catalogue = useCatalogue();
  const lots = useLots();
  if (!lots.data || !catalogue.data || !site.data) return <Waiting error={lots.error ?? catalogue.error ?? site.error} />;
  const cultivars = catalogue.data.cultivars;
  const first = cultivars[0];
  if (!first)
    return (
      <Empty title="What do you grow?" to={`/n/${nursery}/house?part=cultivars`} action="Add cultivars">
        A packet belongs to a cultivar: name it first.
      </Empty>
    );
  const path = { nursery };
  const today = site.data.today;
  const of = new Map(lots.data.map((l) => [l.lot.id, l]));
  const text = (value: number | null) => (value === null ? '' : String(value));
  return (
    <>
      <Typography variant="h1" sx={{ mb: 1 }}>
        {lots.data.length === 0 ? 'Seed box' : counted(lots.data.length, 'packet')}
      </Typography>
      <Rows<Row, Form>
        rows={lots.data.map((l) => l.lot)}
        title="A packet"
        add="Add a packet"
        lead="What lies in the seed box, how good it is, and what plants it gives: surely is 9 times in 10."
        show={(row) => {
          const lot = of.get(row.id);
          const cultivar = cultivars.find((c) => c.id === row.cultivarId);
          return lot && cultivar ? <Packet lot={lot} cultivar={cultivar} today={today} /> : null;
        }}
        blank={() => ({
          cultivars,
          cultivarId: first.id,
          name: '',
          packed: today.slice(0, 4),
          seeds: '',
          grams: '',
          origin: 'unknown',
          price: '',
          note: '',
          fromBatchId: '',
          isolated: '',
        })}
        formOf={(r) => ({
          cultivars,
          cultivarId: r.cultivarId,
          name: r.name,
          packed: text(r.packed),
          seeds: text(r.seeds),
          grams: text(r.grams),
          origin: r.origin,
          price: text(r.price),
          note: r.note ?? '',
          fromBatchId: r.fromBatchId ?? '',
          isolated: r.isolated == null ? '' : r.isolated ? 'yes' : 'no',
        })}
        read={(form, row) => {
          const errors: Record<string, string> = {};
          const typed = (field: 'packed' | 'seeds' | 'grams' | 'price', whole: boolean) => {
            if (form[field].trim() === '') return null;
            const value = number(form[field]);
            if (value === null || (whole && !Number.isInteger(value)) || Math.abs(value) > 2_000_000_000)
              errors[field] = whole ? 'Type a whole number.' : 'Type a number.';
            return value;
          };
          return {
            errors,
            row: {
              id: row?.id ?? v7(),
              version: row?.version ?? 0,
              cultivarId: form.cultivarId,
              // A packet that is not named is called what is in it.
              name: form.name.trim() || [nameOf(form), form.packed.trim()].filter(Boolean).join(' '),
              packed: typed('packed', true),
              seeds: typed('seeds', true),
              grams: typed('grams', false),
              origin: form.origin,
              price: typed('price', false),
              note: form.note.trim() === '' ? null : form.note,
              fromBatchId: form.fromBatchId || null,
              isolated: form.isolated === '' ? null : form.isolated === 'yes',
            },
          };
        }}
        put={(body) => unwrap(api.PUT('/api/nurseries/{nursery}/lots', { params: { path }, body }))}
        remove={(id) => unwrap(api.DELETE('/api/nurseries/{nursery}/lots/{id}', { params: { path: { nursery, id } } }))}
        Form={LotForm}
      />
    </>
  );
}

function Packet({ lot, cultivar, today }: { lot: Lot; cultivar: Schemas['CultivarRow']; today: string }) {
  const share = (value: number) => `${Math.round(value * 100)} %`;
  return (
    <>
      <Box>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <CropMark crop={cultivar.crop} size={15} />
          <Typography sx={{ fontWeight: 600 }}>{lot.lot.name}</Typography>
        </Box>
        <Typography color="textSecondary" sx={{ fontSize: '0.95rem' }}>
          {cultivar.name}
          {lot.lot.packed === null ? '' : `, ${lot.lot.packed}`}
          {(lot.lot.origin === 'unknown' ? cultivar.origin : lot.lot.origin) === 'hybrid' ? ', hybrid' : ''}
        </Typography>
      </Box>
      <Box>
        <Typography>
          <b>{lot.left === null ? 'Not counted' : `${lot.counted ? '' : 'about '}${counted(lot.left, 'seed')}`}</b>
          {lot.left !== null && lot.held !== lot.left ? ` left of ${many(lot.held ?? 0)}` : ''}
          {lot.planned > 0 && `, ${many(lot.planned)} planned`}
          {lot.free !== null && lot.free < 0 && (
            <Box component="b" sx={{ color: 'error.main' }}>
              : {many(-lot.free)} short
            </Box>
          )}
        </Typography>
        <Typography>
          Germination <b>{share(lot.germination)}</b>
          {` (${share(lot.lower)} to ${share(lot.upper)})`}
        </Typography>
        {lot.promises.map((p) => (
          <Typography key={p.perCell}>
            {p.perCell} a cell: <b>surely {many(p.plants)}</b>, about {many(Math.round(p.expected))}
          </Typography>
        ))}
        <Typography sx={{ fontSize: '0.95rem', color: lot.testFirst ? 'error.main' : 'text.secondary' }}>
          {lot.why.text}
        </Typography>
        {lot.own && <Typography sx={{ fontSize: '0.95rem' }}>{lot.own}</Typography>}
        <Book lot={lot} today={today} />
      </Box>
    </>
  );
}

function LotForm({ form, set, error }: FormProps<Form>) {
  const currency = useCurrency();
  const cultivar = nameOf(form);
  const batches = useBatches(cultivar);
  const mothers = (batches.data?.pages ?? []).flatMap((p) => p.batches).filter((b) => b.cultivar === cultivar);
  return (
    <>
      <Choose
        label="Cultivar"
        value={form.cultivarId}
        onChange={(cultivarId) => set({ cultivarId })}
        options={form.cultivars.map((c) => ({ value: c.id, label: c.name }))}
      />
      <TextLine
        label="Name on the packet"
        help={form.name.trim() ? '' : 'Left empty: cultivar and year.'}
        value={form.name}
        onChange={(name) => set({ name })}
        error={error('name')}
        autoFocus
      />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr 1fr', sm: '1fr 1fr 1fr' },
          gap: 1.5,
          '& > :first-of-type': { gridColumn: { xs: '1 / -1', sm: 'auto' } },
        }}
      >
        <NumberField label="Packed" value={form.packed} onChange={(packed) => set({ packed })} error={error('packed')} />
        <NumberField
          label="Seeds"
          value={form.seeds}
          onChange={(seeds) => set({ seeds })}
          error={error('seeds')}
          help="or by weight"
        />
        <NumberField label="Weight" unit="g" value={form.grams} onChange={(grams) => set({ grams })} error={error('grams')} />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '2fr 1fr' }, gap: 1.5 }}>
        <Choose
          label="Type"
          value={form.origin}
          onChange={(origin) => set({ origin: origin as Row['origin'] })}
          options={origins}
        />
        <NumberField
          label="Price"
          unit={currency}
          value={form.price}
          onChange={(price) => set({ price })}
          error={error('price')}
        />
      </Box>
      {(mothers.length > 0 || form.fromBatchId !== '') && (
        <Choose
          label="Own seed of"
          value={form.fromBatchId}
          onChange={(fromBatchId) => set({ fromBatchId })}
          options={[{ value: '', label: 'bought, or not known' }, ...mothers.map((b) => ({ value: b.id, label: b.code }))]}
          error={error('fromBatchId')}
        />
      )}
      {form.fromBatchId !== '' && (
        <Choose
          label="Its mother in flower"
          value={form.isolated}
          onChange={(isolated) => set({ isolated: isolated as Form['isolated'] })}
          options={[
            { value: '', label: 'not known' },
            { value: 'yes', label: 'kept apart from others' },
            { value: 'no', label: 'among others' },
          ]}
        />
      )}
      <TextField
        label="Note"
        multiline
        minRows={2}
        value={form.note}
        onChange={(e) => set({ note: e.target.value })}
        error={Boolean(error('note'))}
        helperText={error('note') ?? 'Pepper seed of hot kinds: gloves, keep off eyes.'}
      />
    </>
  );
}
