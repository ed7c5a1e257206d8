import { isBed } from '../data/places';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { memo, type ReactNode } from 'react';
import { v7 } from 'uuid';
import type { Schemas } from '../api/client';
import { DayField } from '../ui/DayField';
import { Choose, RestedNumber } from '../ui/Field';
import { temperature, volume, type UnitSystem } from '../ui/units';
import type { Form, Way } from './model';

interface Props {
  form: Way;
  set: (change: Partial<Form>) => void;
  catalogue: Schemas['CatalogueAnswer'];
  units: UnitSystem;
  error: (field: string) => string | undefined;
}

const most = 6;

const name = (move: number, seed: boolean) =>
  move === 0 && seed ? 'Prick out into' : move === (seed ? 1 : 0) ? 'Pot up into' : 'Pot up again';

/** The way from seed to bed, station by station. */
export const PathForm = memo(function PathForm({ form, set, catalogue, units, error }: Props) {
  const warm = (p: Schemas['PlaceRow']) => {
    if (p.follows && p.kind !== 'pair') return `${p.name}, ${p.outdoors ? 'outdoors' : 'unheated'}`;
    // Of a pair that is outdoors for its hours there is no one number.
    if (p.dayC === null || p.nightC === null) return p.name;
    const night = p.soilC === null ? `/${temperature.shown(p.nightC, units)}` : '';
    return `${p.name}, ${temperature.shown(p.soilC ?? p.dayC, units)}${night} ${temperature.unit(units)}`;
  };
  const growing = catalogue.places.filter((p) => !isBed(p)).map((p) => ({ value: p.id, label: warm(p) }));
  const beds = catalogue.places.filter(isBed).map((p) => ({ value: p.id, label: p.name }));
  const containers = catalogue.containers.map((c) => ({
    value: c.id,
    label: `${c.name}, ${volume.said(c.litres, units)}`,
  }));
  const trays = catalogue.containers.map((c) => ({ value: c.id, label: c.name }));
  const move = (i: number, change: Partial<Form['moves'][number]>) =>
    set({ moves: form.moves.map((m, j) => (j === i ? { ...m, ...change } : m)) });
  /** A move into what is bigger than that before it. Where nothing is bigger the same is offered: the plan says that it is not. */
  const putIn = (at: number) => {
    const before = form.moves[at - 1];
    const now = before?.containerId ?? form.trayId;
    const added = { id: v7(), containerId: catalogue.next[now] ?? now, placeId: before?.placeId ?? form.seedlingPlaceId };
    set({ moves: [...form.moves.slice(0, at), added, ...form.moves.slice(at)] });
  };

  return (
    <Box>
      <Station title={form.start === 'seed' ? 'Sow in' : form.start === 'standing' ? 'They stand in' : 'Begins in'}>
        <Choose
          label="Tray or pot"
          value={form.trayId}
          onChange={(trayId) => set({ trayId })}
          options={trays}
          error={error('path.tray')}
        />
        <Choose
          label={
            form.start === 'seed' ? 'Where it comes up' : form.start === 'standing' ? 'Where they stand' : 'Where it stands first'
          }
          value={form.germinationPlaceId}
          onChange={(germinationPlaceId) => set({ germinationPlaceId })}
          options={growing}
          error={error('path.germination')}
        />
      </Station>
      {form.start !== 'plants' && form.start !== 'standing' && (
        <Station title="Then to">
          <Choose
            label="Place"
            value={form.seedlingPlaceId}
            onChange={(seedlingPlaceId) => set({ seedlingPlaceId })}
            options={growing}
            error={error('path.seedling')}
          />
        </Station>
      )}
      {form.moves.map((m, i) => (
        <Station
          key={m.id ?? i}
          title={name(i, form.start === 'seed')}
          action={
            <Box sx={{ whiteSpace: 'nowrap' }}>
              {form.moves.length < most && (
                <Button
                  variant="text"
                  aria-label={`Put a move before this one: ${name(i, form.start === 'seed')}`}
                  onClick={() => putIn(i)}
                  sx={{ minHeight: 32, py: 0, px: 1, minWidth: 0 }}
                >
                  Add before
                </Button>
              )}
              <Button
                variant="text"
                aria-label={`Skip this move: ${name(i, form.start === 'seed')}`}
                onClick={() => set({ moves: form.moves.filter((_, j) => j !== i) })}
                sx={{ minHeight: 32, py: 0, px: 1, minWidth: 0 }}
              >
                Skip this move
              </Button>
            </Box>
          }
        >
          <Choose
            label="Container"
            value={m.containerId}
            onChange={(containerId) => move(i, { containerId })}
            options={containers}
            error={error(`path.moves[${i}].container`)}
          />
          <Choose
            label="Place"
            value={m.placeId}
            onChange={(placeId) => move(i, { placeId })}
            options={growing}
            error={error(`path.moves[${i}].place`)}
          />
        </Station>
      ))}
      {form.moves.length < most && (
        <Button variant="text" sx={{ mb: 1 }} onClick={() => putIn(form.moves.length)}>
          Add a move
        </Button>
      )}
      <Station title="Raised for">
        <Choose
          label="What for"
          value={form.aim}
          onChange={(aim) => set({ aim: aim as Form['aim'] })}
          options={[
            { value: 'bed', label: 'a bed' },
            { value: 'sale', label: 'a sale, ready by a day' },
            { value: 'pot-indoors', label: 'a pot, stays indoors' },
            { value: 'pot-outdoors', label: 'a pot, goes outdoors' },
          ]}
          error={error('aim.kind')}
        />
        {form.aim === 'sale' && (
          <DayField label="Ready by" value={form.saleOn} onChange={(saleOn) => set({ saleOn })} error={error('aim.day')} />
        )}
        {(form.aim === 'pot-indoors' || form.aim === 'pot-outdoors') && (
          <Choose
            label="Where they end"
            value={form.endPlaceId}
            onChange={(endPlaceId) => set({ endPlaceId })}
            options={catalogue.places
              .filter((p) => !isBed(p) && p.outdoors === (form.aim === 'pot-outdoors'))
              .map((p) => ({ value: p.id, label: p.name }))}
            error={error('path.bed')}
          />
        )}
      </Station>
      {form.aim !== 'pot-indoors' && (
        <Station title="Harden off on">
          <Choose
            label="Place"
            value={form.hardeningPlaceId}
            onChange={(hardeningPlaceId) => set({ hardeningPlaceId })}
            options={growing}
            error={error('path.hardening')}
          />
          <Choose
            label="Then keep cool in"
            value={form.holdPlaceId}
            onChange={(holdPlaceId) => set({ holdPlaceId })}
            options={[{ value: '', label: 'no, straight on' }, ...growing]}
            error={error('path.hold.place')}
          />
          {form.holdPlaceId && (
            <RestedNumber
              label="Keep there for"
              unit="days"
              value={form.holdDays}
              onChange={(holdDays) => set({ holdDays })}
              error={error('path.hold.days')}
              help="Shorter where they are late"
            />
          )}
        </Station>
      )}
      {form.aim === 'bed' && (
        <Station title="Plant out in">
          <Choose label="Bed" value={form.bedId} onChange={(bedId) => set({ bedId })} options={beds} error={error('path.bed')} />
        </Station>
      )}
    </Box>
  );
});

function Station({ title, action, children }: { title: string; action?: ReactNode; children: ReactNode }) {
  return (
    <Box sx={{ borderLeft: 3, borderColor: 'stem.main', pl: 1.5, pb: 1.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography variant="overline" component="h3">
          {title}
        </Typography>
        {action}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: '1fr' }, pt: 0.75 }}>
        {children}
      </Box>
    </Box>
  );
}
