import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Box from '@mui/material/Box';
import { memo } from 'react';
import { useCurrency } from '../data/nursery';
import type { Schemas } from '../api/client';
import { CropMark } from '../ui/CropMark';
import { DayField } from '../ui/DayField';
import { Choose, RestedNumber } from '../ui/Field';
import { counted } from '../ui/units';
import { useLots } from '../data/useLots';
import { assumed, usual, type Form } from './model';
import { fromPacket } from './several';
import { useBatchNames } from '../data/batches';

interface Props {
  /** The batch that is changed; what it planned to take from its packet is free for it. */
  batch: Schemas['BatchAnswer'] | null;
  form: Form;
  set: (change: Partial<Form>) => void;
  catalogue: Schemas['CatalogueAnswer'];
  error: (field: string) => string | undefined;
}

/** What is sown, and how many plants are wanted of it. */
export const SowingForm = memo(function SowingForm({ batch, form, set, catalogue, error }: Props) {
  const lots = useLots();
  const own = (lots.data ?? [])
    .filter((l) => l.lot.cultivarId === form.cultivarId)
    .map((l) => ({
      ...l,
      free:
        l.free === null
          ? null
          : Math.max(0, l.free + (batch && batch.seedsSown === 0 && batch.input.lotId === l.lot.id ? batch.seeds : 0)),
    }));
  const chosen = own.find((l) => l.lot.id === form.lotId);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mb: 2.5 }}>
      <Choose
        label="Cultivar"
        value={form.cultivarId}
        onChange={(cultivarId) =>
          set({
            cultivarId,
            lotId: '',
            // Another seed: what was said of the first does not hold for it.
            ...(form.start === 'seed' && { germination: assumed(catalogue, cultivarId), germinationWeight: '' }),
          })
        }
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
      <Choose
        label="Start from"
        value={form.start}
        onChange={(v) => {
          const start = v as Form['start'];
          set({
            start,
            ...usual(catalogue, start),
            ...(start === 'seed' && { germination: assumed(catalogue, form.cultivarId) }),
            lotId: '',
            seedsAvailable: '',
            seedsPerCell: '1',
          });
        }}
        disabled={(batch?.seedsSown ?? 0) > 0}
        error={error('start.kind')}
        options={[
          { value: 'seed', label: 'seed' },
          { value: 'plants', label: 'bought-in plugs or plants' },
          { value: 'cuttings', label: 'rooted side shoots' },
          { value: 'grafts', label: 'grafts' },
          { value: 'standing', label: 'plants that stand already' },
        ]}
      />
      {form.start !== 'seed' && <Start form={form} set={set} error={error} batch={batch} />}
      {form.start === 'seed' && own.length > 0 && (
        <Choose
          label="From the packet"
          value={form.lotId}
          onChange={(lotId) => {
            const lot = own.find((l) => l.lot.id === lotId);
            set(lot ? fromPacket(lot) : { lotId: '', germinationWeight: '' });
          }}
          error={error('lotId')}
          help={chosen ? `${chosen.why.text} ${chosen.perCellWhy.text}` : 'Uses the packet’s germination and free seed.'}
          options={[
            { value: '', label: 'not chosen' },
            ...own.map((l) => ({
              value: l.lot.id,
              label: `${l.lot.name}${l.free === null ? '' : `, ${counted(l.free, 'seed')} free`}`,
            })),
          ]}
        />
      )}
      <RestedNumber
        label={form.start === 'standing' ? 'Plants that stand' : 'Plants wanted'}
        value={form.plantsWanted}
        onChange={(plantsWanted) => set({ plantsWanted })}
        error={error('sowing.plantsWanted')}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        {form.start !== 'standing' && (
          <RestedNumber
            label={{ seed: 'Germination', plants: 'Arrive sound', cuttings: 'Root', grafts: 'Take' }[form.start]}
            unit="%"
            value={form.germination}
            onChange={(germination) => set({ germination, germinationWeight: '' })}
            error={error('sowing.germination')}
          />
        )}
        {form.start === 'seed' && (
          <RestedNumber
            label="Seeds a cell"
            value={form.seedsPerCell}
            onChange={(seedsPerCell) => set({ seedsPerCell })}
            error={error('sowing.seedsPerCell')}
          />
        )}
        <RestedNumber
          label="Live to planting"
          unit="%"
          value={form.survival}
          onChange={(survival) => set({ survival })}
          error={error('sowing.survival')}
        />
        <RestedNumber
          label="Certainty"
          unit="%"
          value={form.confidence}
          onChange={(confidence) => set({ confidence })}
          error={error('sowing.confidence')}
        />
        {form.start !== 'standing' && (
          <RestedNumber
            label={form.start === 'seed' ? 'Seeds you have' : 'Most you can have'}
            value={form.seedsAvailable}
            onChange={(seedsAvailable) => set({ seedsAvailable })}
            error={error('sowing.seedsAvailable')}
          />
        )}
        <RestedNumber label="Season" value={form.season} onChange={(season) => set({ season })} error={error('season')} />
      </Box>
    </Box>
  );
});

/** A beginning that is not seed: how far grown, what it costs, of which parts. */
function Start({ form, set, error, batch }: Pick<Props, 'form' | 'set' | 'error' | 'batch'>) {
  const currency = useCurrency();
  const batches = useBatchNames();
  const parts = [
    { value: '', label: 'from elsewhere' },
    ...(batches.data ?? [])
      .filter((b) => b.id !== batch?.id)
      .map((b) => ({ value: b.id, label: `${b.code} ${b.cultivar}, ${counted(b.standing, 'plant')}` })),
  ];
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
      <RestedNumber
        label="True leaves"
        value={form.startLeaves}
        onChange={(startLeaves) => set({ startLeaves })}
        error={error('start.leaves')}
      />
      {form.start === 'standing' && !batch && (
        <>
          <RestedNumber
            label="In containers"
            value={form.standingIn}
            onChange={(standingIn) => set({ standingIn })}
            error={error('standing.containers')}
            help="Leave empty for one each"
          />
          <DayField
            label="In this pot since"
            value={form.potSince}
            onChange={(potSince) => set({ potSince })}
            error={error('standing.potSince')}
          />
          <DayField
            label="Hardening since"
            value={form.hardenedSince}
            onChange={(hardenedSince) => set({ hardenedSince })}
            error={error('standing.hardenedSince')}
            help="Leave empty if not yet"
          />
        </>
      )}
      {form.start === 'plants' && (
        <>
          <RestedNumber
            label="Price each"
            unit={currency}
            value={form.priceEach}
            onChange={(priceEach) => set({ priceEach })}
            error={error('start.priceEach')}
          />
          <Choose
            label="They stood"
            value={form.raised}
            onChange={(raised) => set({ raised: raised as Form['raised'] })}
            options={[
              { value: '', label: 'not known' },
              { value: 'warm', label: 'warm' },
              { value: 'cool', label: 'cool' },
              { value: 'outdoors', label: 'outdoors' },
            ]}
            error={error('start.raised')}
          />
          <RestedNumber
            label="Grafted at"
            unit="cm"
            value={form.unionCm}
            onChange={(unionCm) => set({ unionCm })}
            error={error('start.unionCm')}
            help="Empty if not"
          />
          <FormControlLabel
            sx={{ gridColumn: '1 / -1' }}
            control={<Checkbox checked={form.inFlower} onChange={(e) => set({ inFlower: e.target.checked })} />}
            label="They flower when they come"
          />
        </>
      )}
      {form.start === 'cuttings' && (
        <Box sx={{ gridColumn: '1 / -1' }}>
          <Choose
            label="From the mother"
            value={form.motherId}
            onChange={(motherId) => set({ motherId })}
            options={parts}
            error={error('start.motherId')}
            help="They cannot be cut before she has side shoots."
          />
        </Box>
      )}
      {form.start === 'grafts' && (
        <>
          <RestedNumber
            label="Union at"
            unit="cm"
            value={form.unionCm}
            onChange={(unionCm) => set({ unionCm })}
            error={error('start.unionCm')}
          />
          <Box sx={{ gridColumn: '1 / -1', display: 'grid', gap: 1.5 }}>
            <Choose
              label="Rootstocks of"
              value={form.rootstockId}
              onChange={(rootstockId) => set({ rootstockId })}
              options={parts}
              error={error('start.rootstockId')}
            />
            <Choose
              label="Scions of"
              value={form.scionId}
              onChange={(scionId) => set({ scionId })}
              options={parts}
              error={error('start.scionId')}
            />
          </Box>
        </>
      )}
    </Box>
  );
}
