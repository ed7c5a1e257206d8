import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { isBed } from '../data/places';
import { DayField } from '../ui/DayField';
import { Choose, NumberField } from '../ui/Field';
import type { FormProps } from '../ui/Rows';
import { length } from '../ui/units';
import type { Form } from './place';

/** How large a place is; of a bed, how it is set out, and until when something else stands there. */
export function PlaceSize({ form, set, error }: FormProps<Form>) {
  return (
    <>
      <NumberField
        label={isBed(form) ? 'Long, along its rows (optional)' : 'Room for plants, long (optional)'}
        unit={length.unit(form.units)}
        value={form.long}
        onChange={(long) => set({ long })}
        error={error('lengthCm')}
        help={isBed(form) ? 'It tells how many fit, and draws who goes where.' : 'It tells what finds room there.'}
      />
      <NumberField
        label="Wide (optional)"
        unit={length.unit(form.units)}
        value={form.wide}
        onChange={(wide) => set({ wide })}
        error={error('widthCm')}
      />
      {isBed(form) && (
        <>
          <NumberField
            label="From plant to plant (optional)"
            unit={length.unit(form.units)}
            value={form.spacing}
            onChange={(spacing) => set({ spacing })}
            error={error('spacingCm')}
            help="Empty: as is usual for the crop."
          />
          <NumberField
            label="From row to row (optional)"
            unit={length.unit(form.units)}
            value={form.rowCm}
            onChange={(rowCm) => set({ rowCm })}
            error={error('rowCm')}
          />
          <Choose
            label="Its rows run"
            value={form.runs}
            onChange={(runs) => set({ runs: runs as Form['runs'] })}
            options={[
              { value: '', label: 'nobody said' },
              { value: 'north-south', label: 'north to south' },
              { value: 'east-west', label: 'east to west' },
            ]}
            help="The tall ones go to the north, where they shade nobody."
          />
          <TextField
            label="What stands there now (optional)"
            value={form.bears}
            onChange={(e) => set({ bears: e.target.value })}
            error={Boolean(error('bears'))}
            helperText={error('bears')}
          />
          <DayField
            label="Free from (optional)"
            value={form.freeFrom}
            onChange={(freeFrom) => set({ freeFrom })}
            error={error('freeFrom')}
            help="Until then nothing is planned for it."
          />
          {form.freeFrom !== '' && (
            <FormControlLabel
              control={<Checkbox checked={form.between} onChange={(e) => set({ between: e.target.checked })} />}
              label="Plants go in between, before that day"
            />
          )}
        </>
      )}
    </>
  );
}
