import Box from '@mui/material/Box';
import type { Schemas } from '../api/client';
import { useCatalogue } from '../data/nursery';
import { plusDays } from '../ui/dates';
import { About } from '../ui/About';
import { DayField } from '../ui/DayField';
import { Choose } from '../ui/Field';
import { Pick } from '../ui/Pick';
import type { Task } from '../data/useRound';

type Spot = Schemas['GroupInput'];

/** How the work was done otherwise than the card has it: on another day, to another place, into another pot. */
export interface Other {
  on: string;
  to: Spot | null;
  /** How many days the day may be off. */
  about: number | null;
}

interface Props {
  task: Task;
  today: string;
  other: Other;
  onChange: (other: Other) => void;
  errorAt: (field: string) => string | undefined;
}

/** Another day, another place, another pot: each only where it is another. */
export function Otherwise({ task, today, other, onChange, errorAt }: Props) {
  const catalogue = useCatalogue();
  const counting = task.step.kind === 'up';
  const beds = task.step.kind === 'plant-out' && task.to.containerId === null;
  const to = other.to ?? task.to;
  const go = (next: Spot) =>
    onChange({ ...other, to: next.placeId === task.to.placeId && next.containerId === task.to.containerId ? null : next });
  const places = (catalogue.data?.places ?? []).filter((p) => (p.kind === 'open-bed' || p.kind === 'tunnel-bed') === beds);
  return (
    <Box
      role="group"
      aria-label="Other day or place"
      sx={{
        mt: 1,
        display: 'grid',
        gap: 1.25,
        alignItems: 'start',
        gridTemplateColumns: { xs: '1fr 1fr', md: 'auto 230px minmax(0, 1fr) minmax(0, 1fr)' },
      }}
    >
      <Box sx={{ display: 'flex', gap: 1, gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
        {(
          [
            ['Today', today],
            ['Yesterday', plusDays(today, -1)],
          ] as const
        ).map(([label, on]) => (
          <Pick
            key={label}
            chosen={other.on === on}
            onClick={() => onChange({ ...other, on, about: on === today ? null : other.about })}
          >
            {label}
          </Pick>
        ))}
      </Box>
      <Box sx={{ gridColumn: { xs: '1 / -1', md: 'auto' } }}>
        <DayField
          label="Day"
          value={other.on}
          onChange={(on) => onChange({ ...other, on: on || today, about: on && on !== today ? other.about : null })}
          max={today}
          error={errorAt('happenedOn')}
        />
      </Box>
      {!task.thinning && !counting && (
        <Choose
          label="To"
          value={to.placeId}
          onChange={(placeId) => go({ ...to, placeId })}
          options={places.map((p) => ({ value: p.id, label: p.name }))}
          error={errorAt('to.placeId') ?? errorAt('to')}
        />
      )}
      {task.step.kind === 'move' && (
        <Choose
          label="Into"
          value={to.containerId ?? ''}
          onChange={(containerId) => go({ ...to, containerId })}
          options={(catalogue.data?.containers ?? []).map((c) => ({ value: c.id, label: c.name }))}
          error={errorAt('to.containerId') ?? errorAt('containersTo')}
        />
      )}
      {other.on < plusDays(today, -1) && !task.thinning && (
        <About value={other.about} onChange={(about) => onChange({ ...other, about })} />
      )}
    </Box>
  );
}
