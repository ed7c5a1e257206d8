import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../app/nursery';
import { NumberField } from '../ui/Field';
import { number, volume, type UnitSystem } from '../ui/units';
import { Rows, type FormProps } from '../ui/Rows';

type Container = Schemas['ContainerRow'];

interface Form {
  name: string;
  litres: string;
  cells: string;
  final: boolean;
  units: UnitSystem;
}

export function Containers({ rows, units }: { rows: Container[]; units: UnitSystem }) {
  const nursery = useNursery();
  const shown = (litres: number) => String(volume.shown(litres, units));
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
            {shown(c.litres)} {volume.unit(units)}
            {c.cells === null ? '' : ` a cell, ${c.cells} cells`}
            {c.final ? ', final' : ''}
          </Typography>
        </>
      )}
      blank={() => ({ name: '', litres: '', cells: '', final: false, units })}
      formOf={(c) => ({
        name: c.name,
        litres: shown(c.litres),
        cells: c.cells === null ? '' : String(c.cells),
        final: c.final,
        units,
      })}
      read={(form, row) => {
        const errors: Record<string, string> = {};
        const litres = number(form.litres);
        if (litres === null) errors.litres = 'Type the volume of one.';
        const cells = form.cells.trim() === '' ? null : number(form.cells);
        if (form.cells.trim() !== '' && (cells === null || !Number.isInteger(cells) || Math.abs(cells) > 1e6))
          errors.cells = 'Type a whole number, or leave it empty for a pot.';
        const same = row && form.litres === shown(row.litres);
        return {
          errors,
          row: {
            id: row?.id ?? v7(),
            version: row?.version ?? 0,
            name: form.name,
            litres: same ? row.litres : volume.typed(litres ?? 0, units),
            cells,
            final: form.final,
          },
        };
      }}
      put={(body) => unwrap(api.PUT('/api/nurseries/{nursery}/containers', { params: { path: { nursery } }, body }))}
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
      <NumberField
        label="Volume of one cell or pot"
        unit={volume.unit(form.units)}
        value={form.litres}
        onChange={(litres) => set({ litres })}
        error={error('litres')}
      />
      <NumberField
        label="Cells in a tray"
        value={form.cells}
        onChange={(cells) => set({ cells })}
        error={error('cells')}
        help="Empty for a single pot"
      />
      <FormControlLabel
        control={<Checkbox checked={form.final} onChange={(e) => set({ final: e.target.checked })} />}
        label="Plants end in it: no limit on their days"
      />
    </>
  );
}
