import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { Choose, NumberField } from '../ui/Field';
import { cup, number, volume, type UnitSystem } from '../ui/units';
import { Rows, type FormProps } from '../ui/Rows';

type Container = Schemas['ContainerRow'];

interface Form {
  name: string;
  litres: string;
  cells: string;
  final: boolean;
  form: Container['form'];
  rowCells: string;
  units: UnitSystem;
}

const forms: { value: Container['form']; label: string }[] = [
  { value: 'tray', label: 'Tray of cells' },
  { value: 'row-tray', label: 'Row tray, seed in drills' },
  { value: 'pot', label: 'Pot' },
  { value: 'pellet', label: 'Pressed pellet, swells in water' },
  { value: 'wool', label: 'Mineral-wool plug, water culture' },
  { value: 'net-cup', label: 'Net cup, water culture' },
];

const single = (form: Container['form']) => form === 'pot' || form === 'net-cup';

export function Containers({ rows, units }: { rows: Container[]; units: UnitSystem }) {
  const nursery = useNursery();
  const shown = (litres: number) => String(cup.shown(litres, units));
  return (
    <Rows<Container, Form>
      rows={rows}
      title="A container"
      add="Add a container"
      lead="Trays and pots. The volume of one cell or pot says how long it holds a plant; makers differ, so measure yours."
      show={(c) => (
        <>
          <Typography sx={{ fontWeight: 600 }}>{c.name}</Typography>
          <Typography color="textSecondary">
            {volume.said(c.litres, units)}
            {c.cells === null ? '' : c.form === 'row-tray' ? ` a seed, ${c.cells} seeds` : ` a cell, ${c.cells} cells`}
            {c.rowCells === null ? '' : ` in rows of ${c.rowCells}`}
            {c.form === 'tray' || c.form === 'pot' ? '' : `, ${forms.find((f) => f.value === c.form)?.label.toLowerCase() ?? ''}`}
            {c.final ? ', final' : ''}
          </Typography>
        </>
      )}
      blank={() => ({ name: '', litres: '', cells: '', final: false, form: 'tray', rowCells: '', units })}
      formOf={(c) => ({
        name: c.name,
        litres: shown(c.litres),
        cells: c.cells === null ? '' : String(c.cells),
        final: c.final,
        form: c.form,
        rowCells: c.rowCells === null ? '' : String(c.rowCells),
        units,
      })}
      read={(form, row) => {
        const errors: Record<string, string> = {};
        const litres = number(form.litres);
        if (litres === null) errors.litres = 'Type the volume of one.';
        const cells = form.cells.trim() === '' ? null : number(form.cells);
        if (form.cells.trim() !== '' && (cells === null || !Number.isInteger(cells) || Math.abs(cells) > 1e6))
          errors.cells = 'Type a whole number, or leave it empty for a pot.';
        const rowCells = form.rowCells.trim() === '' ? null : number(form.rowCells);
        if (form.rowCells.trim() !== '' && (rowCells === null || !Number.isInteger(rowCells) || Math.abs(rowCells) > 1e6))
          errors.rowCells = 'Type a whole number, or leave it empty.';
        const same = row && form.litres === shown(row.litres);
        return {
          errors,
          row: {
            id: row?.id ?? v7(),
            version: row?.version ?? 0,
            name: form.name,
            litres: same ? row.litres : cup.typed(litres ?? 0, units),
            cells: single(form.form) ? null : cells,
            final: form.final,
            form: form.form,
            rowCells: single(form.form) ? null : rowCells,
          },
        };
      }}
      put={(body, sure) =>
        unwrap(api.PUT('/api/nurseries/{nursery}/containers', { params: { path: { nursery }, query: { sure } }, body }))
      }
      remove={(id) => unwrap(api.DELETE('/api/nurseries/{nursery}/containers/{id}', { params: { path: { nursery, id } } }))}
      Form={ContainerForm}
    />
  );
}

function ContainerForm({ form, set, error }: FormProps<Form>) {
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
      <Choose label="Kind" value={form.form} onChange={(f) => set({ form: f as Container['form'] })} options={forms} />
      <NumberField
        label={form.form === 'row-tray' ? 'Mix for one seed' : 'Volume of one cell or pot'}
        unit={cup.unit(form.units)}
        value={form.litres}
        onChange={(litres) => set({ litres })}
        error={error('litres')}
      />
      {!single(form.form) && (
        <>
          <NumberField
            label={form.form === 'row-tray' ? 'Seeds in all its rows' : form.form === 'tray' ? 'Cells in a tray' : 'In a sheet'}
            value={form.cells}
            onChange={(cells) => set({ cells })}
            error={error('cells')}
            help={form.form === 'pellet' || form.form === 'wool' ? 'Empty where they come singly' : ''}
          />
          <NumberField
            label="In a row"
            value={form.rowCells}
            onChange={(rowCells) => set({ rowCells })}
            error={error('rowCells')}
            help="Along the long side; empty: as usual"
          />
        </>
      )}
      <FormControlLabel
        control={<Checkbox checked={form.final} onChange={(e) => set({ final: e.target.checked })} />}
        label="Plants end in it: no limit on their days"
      />
    </>
  );
}
