import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { day } from '../ui/dates';
import { StemLine } from '../ui/stem/StemLine';
import { StepList } from '../ui/stem/StepList';
import { counted, many, volume, type UnitSystem } from '../ui/units';
import type { PlanAnswer } from './usePlan';

/** The plan: the answer first, the picture, then every step with its reason. */
export function Answer({ plan, today, units, tray }: { plan: PlanAnswer; today: string; units: UnitSystem; tray: string }) {
  const sow = plan.steps.find((s) => s.stage === 'sow');
  const out = plan.steps.find((s) => s.stage === 'plant-out');
  const ripe = plan.steps.find((s) => s.stage === 'ripe');
  const q = plan.quantity;
  if (!sow || !out || !ripe) return null;
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 1, mb: 1 }}>
        <Figure
          label="Sow"
          value={day(sow.mid)}
          note={sow.low === sow.high ? '' : `${day(sow.low)} to ${day(sow.high)} would do`}
        />
        <Figure
          label="Sow how much"
          value={counted(q.cells, 'cell')}
          note={[
            counted(q.seeds, 'seed'),
            q.trays === null ? null : `${q.trays} × ${tray}`,
            `${many(volume.shown(q.mixLitres, units))} ${volume.unit(units)} mix`,
          ]
            .filter(Boolean)
            .join(' · ')}
        />
        <Figure label="Plant out" value={day(out.mid)} note={`${plan.leavesAtPlanting} leaves, about ${plan.heightCm} cm`} />
        <Figure label="First ripe" value={day(ripe.mid)} note={`${day(ripe.low)} to ${day(ripe.high)}`} />
      </Box>
      {plan.warnings.map((w) => (
        <Alert
          key={w.text}
          severity="warning"
          icon={false}
          sx={{
            mb: 1,
            bgcolor: 'background.paper',
            color: 'text.primary',
            border: 2,
            borderColor: 'text.primary',
            fontSize: '1rem',
            py: 0.25,
          }}
        >
          {w.text}
        </Alert>
      ))}
      {plan.choices.length > 0 && <Choices plan={plan} />}
      <StemLine steps={plan.steps} window={plan.window} today={today} />
      <Typography variant="body2" color="text.secondary" sx={{ my: 1 }}>
        {many(q.expected)} plants expected; enough in {Math.round(q.probabilityOfEnough * 1000) / 10} cases of 100. Losses that
        take a whole tray (mouse, damping off) are not in this: a spare tray is.
      </Typography>
      <StepList steps={plan.steps} />
    </Box>
  );
}

function Figure({ label, value, note }: { label: string; value: string; note: string }) {
  return (
    <Box>
      <Typography variant="overline" component="p" color="text.secondary">
        {label}
      </Typography>
      <Typography component="p" sx={{ fontSize: '1.6rem', fontWeight: 600, lineHeight: 1.1 }}>
        {value}
      </Typography>
      <Typography variant="body2" color="text.secondary">
        {note}
      </Typography>
    </Box>
  );
}

/** Ways out where it is late, side by side. */
function Choices({ plan }: { plan: PlanAnswer }) {
  return (
    <Box
      component="table"
      sx={{
        borderCollapse: 'collapse',
        mb: 1.5,
        '& td, & th': { textAlign: 'left', pr: 3, py: 0.5, borderBottom: 1, borderColor: 'divider' },
      }}
    >
      <thead>
        <tr>
          <th>What you can do</th>
          <th>Plant out</th>
          <th>First ripe</th>
        </tr>
      </thead>
      <tbody>
        {plan.choices.map((c) => (
          <tr key={c.code}>
            <td>{c.text}</td>
            <td>{day(c.plantOut)}</td>
            <td>{day(c.ripe)}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
