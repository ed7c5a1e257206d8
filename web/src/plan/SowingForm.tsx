import Box from '@mui/material/Box';
import type { Schemas } from '../api/client';
import { CropMark } from '../ui/CropMark';
import { Choose, NumberField } from '../ui/Field';
import { counted } from '../ui/units';
import { useLots } from '../ui/useLots';
import type { Form } from './model';

interface Props {
  /** The batch that is changed; what it planned to take from its packet is free for it. */
  batch: Schemas['BatchAnswer'] | null;
  form: Form;
  set: (change: Partial<Form>) => void;
  catalogue: Schemas['CatalogueAnswer'];
  error: (field: string) => string | undefined;
}

/** What is sown, and how many plants are wanted of it. */
export function SowingForm({ batch, form, set, catalogue, error }: Props) {
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
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mb: 2.5 }}>
      <Choose
        label="Cultivar"
        value={form.cultivarId}
        onChange={(cultivarId) => set({ cultivarId, lotId: '' })}
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
      {own.length > 0 && (
        <Choose
          label="From the packet"
          value={form.lotId}
          onChange={(lotId) => {
            const lot = own.find((l) => l.lot.id === lotId);
            set(
              lot
                ? {
                    lotId,
                    germination: String(Math.round(lot.germination * 1000) / 10),
                    seedsAvailable: lot.free === null ? '' : String(lot.free),
                  }
                : { lotId: '' },
            );
          }}
          error={error('lotId')}
          help={own.find((l) => l.lot.id === form.lotId)?.why.text ?? 'Its germination and what is free of it are taken over.'}
          options={[
            { value: '', label: 'not said' },
            ...own.map((l) => ({
              value: l.lot.id,
              label: `${l.lot.name}${l.free === null ? '' : `, ${counted(l.free, 'seed')} free`}`,
            })),
          ]}
        />
      )}
      <NumberField
        label="Plants wanted"
        value={form.plantsWanted}
        onChange={(plantsWanted) => set({ plantsWanted })}
        error={error('sowing.plantsWanted')}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField
          label="Germination"
          unit="%"
          value={form.germination}
          onChange={(germination) => set({ germination })}
          error={error('sowing.germination')}
        />
        <NumberField
          label="Seeds a cell"
          value={form.seedsPerCell}
          onChange={(seedsPerCell) => set({ seedsPerCell })}
          error={error('sowing.seedsPerCell')}
        />
        <NumberField
          label="Survive"
          unit="%"
          value={form.survival}
          onChange={(survival) => set({ survival })}
          error={error('sowing.survival')}
        />
        <NumberField
          label="How sure"
          unit="%"
          value={form.confidence}
          onChange={(confidence) => set({ confidence })}
          error={error('sowing.confidence')}
        />
        <NumberField
          label="Seeds in hand"
          value={form.seedsAvailable}
          onChange={(seedsAvailable) => set({ seedsAvailable })}
          error={error('sowing.seedsAvailable')}
        />
        <NumberField label="Season" value={form.season} onChange={(season) => set({ season })} error={error('season')} />
      </Box>
    </Box>
  );
}
