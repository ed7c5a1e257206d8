import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { isBed } from '../data/places';
import { useLux } from '../data/useCare';
import { Choose, NumberField } from '../ui/Field';
import { surfaces } from '../ui/surfaces';
import { number, temperature } from '../ui/units';
import type { FormProps } from '../ui/Rows';
import { become, follows, kinds, lit, shuts, usual, type Form, type Place } from './place';
import { PlaceSize } from './PlaceSize';

/** A phone's lux, where nobody has a meter. */
function Lux({ onPpfd }: { onPpfd: (umol: string) => void }) {
  const [text, setText] = useState('');
  const lux = useLux();
  const typed = number(text);
  const problem = lux.error instanceof Problem ? lux.error.at('lux') : undefined;
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
      <NumberField
        label="Or by a phone"
        unit="lux"
        value={text}
        onChange={setText}
        error={problem ?? lux.error?.message}
        help="Held where the leaves are, lamps on, at night."
      />
      <Button
        variant="outlined"
        disabled={typed === null}
        loading={lux.isPending}
        onClick={() => lux.mutate({ lux: typed ?? 0, sun: false }, { onSuccess: ({ ppfd }) => onPpfd(String(Math.round(ppfd))) })}
        sx={{ minHeight: 44 }}
      >
        Reckon
      </Button>
    </Box>
  );
}

export function PlaceForm({ form, set, error }: FormProps<Form>) {
  const unit = temperature.unit(form.units);
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
        label="What it is"
        value={form.kind}
        onChange={(kind) => set(become(form, kind as Place['kind']))}
        options={kinds}
      />
      {form.kind === 'pair' && (
        <>
          <Choose
            label="By day"
            value={form.dayPlaceId}
            onChange={(dayPlaceId) => set({ dayPlaceId })}
            options={form.places.map((p) => ({ value: p.id, label: p.name }))}
            error={error('dayPlaceId')}
          />
          <Choose
            label="By night"
            value={form.nightPlaceId}
            onChange={(nightPlaceId) => set({ nightPlaceId })}
            options={form.places.map((p) => ({ value: p.id, label: p.name }))}
            error={error('nightPlaceId')}
            help="The warmth is that of each place in its hours; nobody is asked to carry what stands there."
          />
        </>
      )}
      {usual(form.types, form.kind)?.follows && usual(form.types, form.kind)?.dayC !== null && (
        <Choose
          label="Its warmth"
          value={form.follows ? 'follows' : 'kept'}
          onChange={(v) => set({ follows: v === 'follows' })}
          options={[
            { value: 'kept', label: 'kept by day and by night' },
            { value: 'follows', label: 'unheated: follows the weather' },
          ]}
        />
      )}
      {follows(form) && (
        <>
          <Typography color="textSecondary">
            {form.kind === 'stand'
              ? 'As warm as outdoors: nobody types degrees for it. The site’s weather record tells, else a mean year by your frost date.'
              : 'Without heat: nights a little warmer than outdoors, days by the sun until it is vented. A pot heater or a frost guard sets a floor.'}
          </Typography>
          {form.kind !== 'stand' && (
            <NumberField
              label="Never under (optional)"
              unit={unit}
              value={form.floor}
              onChange={(floor) => set({ floor })}
              error={error('floorC')}
              help="Fuel heaters in a closed house: carbon monoxide. Vent, and never sleep there."
            />
          )}
        </>
      )}
      {!isBed(form) && form.kind !== 'pair' && !follows(form) && (
        <>
          <NumberField label="By day" unit={unit} value={form.day} onChange={(day) => set({ day })} error={error('dayC')} />
          <NumberField
            label="By night"
            unit={unit}
            value={form.night}
            onChange={(night) => set({ night })}
            error={error('nightC')}
          />
          <NumberField
            label="In the mix (optional)"
            unit={unit}
            value={form.soil}
            onChange={(soil) => set({ soil })}
            error={error('soilC')}
            help="Where a mat or cable warms it. Mains near water: a protected socket, a drip loop, a rated mat."
          />
        </>
      )}
      {lit(form) && (
        <>
          <NumberField
            label="Lamps (optional)"
            unit="µmol"
            value={form.lamps}
            onChange={(lamps) => set({ lamps })}
            error={error('lampUmol')}
            help="Light at the leaves, µmol/m²·s, as a meter or the lamp’s sheet says. Daylight through the glass is added by itself."
          />
          <Lux onPpfd={(lamps) => set({ lamps })} />
          <NumberField
            label="They draw (optional)"
            unit="W"
            value={form.watts}
            onChange={(watts) => set({ watts })}
            error={error('lampWatts')}
            help="All lamps together. With the area they light it tells the light, where that is left empty, and what it costs. Add up the watts against the circuit."
          />
          <NumberField
            label="They light (optional)"
            unit="m²"
            value={form.m2}
            onChange={(m2) => set({ m2 })}
            error={error('lampM2')}
          />
          <NumberField
            label="Lamps on (optional)"
            unit="h a day"
            value={form.lampHours}
            onChange={(lampHours) => set({ lampHours })}
            error={error('lampHours')}
            help="Do not look into the lamps. Mains near water: a protected socket, a drip loop."
          />
          {(form.lamps.trim() !== '' || form.second.trim() !== '') && (
            <>
              <NumberField
                label="Dimmed, also (optional)"
                unit="µmol"
                value={form.second}
                onChange={(second) => set({ second })}
                error={error('secondUmol')}
                help="Where they burn at a second strength before or after: both add up."
              />
              <NumberField
                label="For so long (optional)"
                unit="h a day"
                value={form.secondHours}
                onChange={(secondHours) => set({ secondHours })}
                error={error('secondHours')}
              />
            </>
          )}
        </>
      )}
      {shuts(form) && (
        <Choose
          label="Opened"
          value={form.opensItself ? 'itself' : 'hand'}
          onChange={(v) => set({ opensItself: v === 'itself' })}
          options={[
            { value: 'hand', label: 'by hand' },
            { value: 'itself', label: 'by itself, when it gets warm' },
          ]}
        />
      )}
      {form.kind === 'open-bed' && (
        <Choose
          label="What lies on it"
          value={form.surface}
          onChange={(surface) => set({ surface: surface as Schemas['Surface'] })}
          options={surfaces.filter((s) => s.value !== 'tunnel')}
          help="It decides how warm the soil is, where the site has a weather record."
        />
      )}
      {form.kind !== 'pair' && <PlaceSize form={form} set={set} error={error} />}
      <NumberField
        label="Place in the walk"
        value={form.walkOrder}
        onChange={(walkOrder) => set({ walkOrder })}
        error={error('walkOrder')}
      />
    </>
  );
}
