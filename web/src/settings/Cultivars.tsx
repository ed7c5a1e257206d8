import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { CropMark } from '../ui/CropMark';
import { Choose, NumberField, TextLine } from '../ui/Field';
import { number } from '../ui/units';
import { Rows, type FormProps } from '../ui/Rows';
import { CultivarFile } from './CultivarFile';

type Cultivar = Schemas['CultivarRow'];

const groups: { value: Cultivar['group']; label: string }[] = [
  { value: 'tomato', label: 'Tomato' },
  { value: 'annuum', label: 'Pepper, sweet or common hot (C. annuum)' },
  { value: 'chinense', label: 'Pepper, slow and very hot (C. chinense)' },
];
const habits: { value: Cultivar['habit']; label: string }[] = [
  { value: 'dwarf', label: 'Dwarf' },
  { value: 'bush', label: 'Bush' },
  { value: 'half-bush', label: 'Half-bush' },
  { value: 'tall', label: 'Tall' },
];

type Fruit = NonNullable<Cultivar['fruit']>;

/** What is picked, by crop: it decides how long that takes. */
const fruits: Record<'tomato' | 'pepper', { value: Fruit; label: string }[]> = {
  tomato: [
    { value: 'small', label: 'small: cherries' },
    { value: 'medium', label: 'medium' },
    { value: 'large', label: 'large: beefsteaks' },
  ],
  pepper: [
    { value: 'coloured', label: 'sweet, picked in colour' },
    { value: 'green', label: 'sweet, picked green' },
    { value: 'hot', label: 'hot' },
  ],
};
const cropOf = (group: Cultivar['group']) => (group === 'tomato' ? 'tomato' : 'pepper');
/** Fruit of the same crop; of another it goes. */
const fruitOf = (form: Pick<Form, 'group' | 'fruit'>) =>
  fruits[cropOf(form.group)].find((f) => f.value === form.fruit)?.value ?? null;

interface Form {
  name: string;
  group: Cultivar['group'];
  habit: Cultivar['habit'];
  fruit: string;
  daysToRipe: string;
  origin: Cultivar['origin'];
  tags: string;
  note: string;
}

export function Cultivars({ rows, ripe }: { rows: Cultivar[]; ripe: Record<string, number> }) {
  const nursery = useNursery();
  return (
    <>
      <Rows<Cultivar, Form>
        rows={rows}
        title="A cultivar"
        add="Add a cultivar"
        lead="The tomatoes and peppers you grow, with the days from planting out to the first ripe fruit, as on the packet."
        show={(c) => (
          <>
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <CropMark crop={c.crop} size={15} />
              <Typography sx={{ fontWeight: 600 }}>{c.name}</Typography>
            </Box>
            <Typography color="textSecondary">
              {habits.find((h) => h.value === c.habit)?.label.toLowerCase()},{' '}
              {c.daysToRipe === null ? `about ${ripe[c.id] ?? ''} days, by its kind` : `${c.daysToRipe} days`}
              {c.group === 'chinense' ? ', slow' : ''}
              {c.origin === 'unknown' ? '' : `, ${c.origin}`}
              {c.tags.length > 0 && (
                <Box component="span" sx={{ color: 'text.primary' }}>
                  {' '}
                  · {c.tags.join(', ')}
                </Box>
              )}
            </Typography>
          </>
        )}
        blank={() => ({
          name: '',
          group: 'tomato',
          habit: 'tall',
          fruit: '',
          daysToRipe: '',
          origin: 'unknown',
          tags: '',
          note: '',
        })}
        formOf={(c) => ({
          name: c.name,
          group: c.group,
          habit: c.habit,
          fruit: c.fruit ?? '',
          daysToRipe: c.daysToRipe === null ? '' : String(c.daysToRipe),
          origin: c.origin,
          tags: c.tags.join(', '),
          note: c.note ?? '',
        })}
        read={(form, row) => {
          const days = number(form.daysToRipe);
          const errors: Record<string, string> =
            form.daysToRipe.trim() !== '' && (days === null || !Number.isInteger(days) || Math.abs(days) > 1e6)
              ? { daysToRipe: 'Type a whole number of days.' }
              : {};
          return {
            errors,
            row: {
              id: row?.id ?? v7(),
              version: row?.version ?? 0,
              name: form.name,
              crop: form.group === 'tomato' ? 'tomato' : 'pepper',
              group: form.group,
              habit: form.habit,
              daysToRipe: days,
              fruit: fruitOf(form),
              origin: form.origin,
              tags: form.tags
                .split(',')
                .map((t) => t.trim())
                .filter((t) => t !== ''),
              note: form.note.trim() === '' ? null : form.note,
            },
          };
        }}
        put={(body) => unwrap(api.PUT('/api/nurseries/{nursery}/cultivars', { params: { path: { nursery } }, body }))}
        remove={(id) => unwrap(api.DELETE('/api/nurseries/{nursery}/cultivars/{id}', { params: { path: { nursery, id } } }))}
        Form={CultivarForm}
      />
      <CultivarFile />
    </>
  );
}

function CultivarForm({ form, set, error }: FormProps<Form>) {
  return (
    <>
      <TextField
        label="Name"
        autoFocus
        value={form.name}
        onChange={(e) => set({ name: e.target.value })}
        error={Boolean(error('name'))}
        helperText={error('name')}
      />
      <Choose
        label="Kind"
        value={form.group}
        onChange={(group) => set({ group: group as Cultivar['group'] })}
        options={groups}
        error={error('group')}
      />
      <Choose
        label="Habit"
        value={form.habit}
        onChange={(habit) => set({ habit: habit as Cultivar['habit'] })}
        options={habits}
      />
      {form.group !== 'chinense' && (
        <Choose
          label="Fruit"
          value={fruitOf(form) ?? ''}
          onChange={(fruit) => set({ fruit })}
          options={[{ value: '', label: 'not said' }, ...fruits[cropOf(form.group)]]}
          error={error('fruit')}
        />
      )}
      <NumberField
        label="Days to ripe (optional)"
        help="From planting, as on the packet; left empty, as its kind usually takes."
        value={form.daysToRipe}
        onChange={(daysToRipe) => set({ daysToRipe })}
        error={error('daysToRipe')}
      />
      <Choose
        label="Seed"
        value={form.origin}
        onChange={(origin) => set({ origin: origin as Cultivar['origin'] })}
        options={[
          { value: 'unknown', label: 'not known' },
          { value: 'open-pollinated', label: 'open-pollinated: comes true' },
          { value: 'hybrid', label: 'hybrid: seed not worth saving' },
        ]}
      />
      <TextLine
        label="Resistances and other marks"
        value={form.tags}
        onChange={(tags) => set({ tags })}
        error={error('tags')}
        help="A comma between them"
      />
      <TextField
        label="Note"
        multiline
        minRows={2}
        value={form.note}
        onChange={(e) => set({ note: e.target.value })}
        error={Boolean(error('note'))}
        helperText={error('note')}
      />
    </>
  );
}
