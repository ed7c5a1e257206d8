import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { memo, type ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { day, span } from '../ui/dates';
import { Figure } from '../ui/Figure';
import { Warning } from '../ui/Warning';
import { StemLine } from '../ui/stem/StemLine';
import { gateOf, StepList } from '../ui/stem/StepList';
import { counted, volume, type UnitSystem } from '../ui/units';
import type { PlanAnswer } from '../data/usePlan';

interface Props {
  plan: PlanAnswer;
  /** What it begins with. */
  form: Schemas['Start'];
  /** The day they are to be ready by, where they are for sale. */
  saleOn: string | null;
  units: UnitSystem;
  tray: string;
  keep: ReactNode;
}

const words: Record<Schemas['Start'], [string, string]> = {
  seed: ['How many cells', 'cell'],
  plants: ['Buy', 'plant'],
  cuttings: ['Cut', 'side shoot'],
  grafts: ['How many', 'graft'],
  standing: ['Standing', 'plant'],
};

/** "enough 9 times in 10", "enough 99 times in 100". */
const chance = (share: number) =>
  share >= 0.995
    ? 'almost surely enough'
    : share >= 0.95
      ? `enough ${Math.round(share * 100)} times in 100`
      : share < 0.05
        ? 'hardly ever enough'
        : `enough ${Math.round(share * 10)} times in 10`;

/** The answer first: when, how much, and what to know before keeping it. */
export const Figures = memo(function Figures({ plan, form, saleOn, units, tray, keep }: Props) {
  const sow = plan.steps.find((s) => s.step.kind === 'begin');
  const out = plan.steps.find((s) => s.step.kind === 'plant-out');
  const ripe = plan.steps.find((s) => s.step.kind === 'ripe');
  const q = plan.quantity;
  if (!sow) return null;
  const mix = q.mixLitres === 0 ? null : `${volume.said(q.mixLitres, units)} mix`;
  const [ask, what] = words[form];
  const trays = q.trays === null ? null : `${q.trays} × ${tray}`;
  return (
    <Box>
      <Box
        sx={{ display: 'flex', flexWrap: { xs: 'wrap', md: 'nowrap' }, columnGap: 3, rowGap: 1, mb: 1, alignItems: 'flex-start' }}
      >
        <Figure
          label={sow.step.title}
          value={day(sow.mid)}
          note={sow.low === sow.high ? '' : `${span(sow.low, sow.high)} is fine`}
        />
        {form !== 'standing' && (
          <Figure
            label={ask}
            value={counted(q.cells, what)}
            note={[form === 'seed' ? counted(q.seeds, 'seed') : null, trays, mix].filter(Boolean).join(' · ')}
          />
        )}
        {saleOn && (
          <Figure label="Ready by" value={day(saleOn)} note={`${plan.leavesAtPlanting} leaves, about ${plan.heightCm} cm`} />
        )}
        {out && (
          <Figure
            label={out.step.title}
            value={day(out.mid)}
            note={`${plan.leavesAtPlanting} leaves, about ${plan.heightCm} cm`}
          />
        )}
        {ripe && <Figure label="First ripe" value={day(ripe.mid)} note={span(ripe.low, ripe.high)} />}
        <Box sx={{ ml: { md: 'auto' }, width: { xs: '100%', md: 'auto' }, display: 'grid' }}>{keep}</Box>
      </Box>
      {plan.warnings.map((w) => (
        <Warning key={w.text}>{w.text}</Warning>
      ))}
    </Box>
  );
});

/** The picture, the ways out, and every step with its reason. */
export const Details = memo(function Details({
  plan,
  today,
  saleOn,
}: {
  plan: PlanAnswer;
  today: string;
  saleOn: string | null;
}) {
  return (
    <Box>
      <StemLine steps={plan.steps} window={plan.window} sale={saleOn} today={today} />
      <Typography variant="body2" color="textSecondary" sx={{ my: 1 }}>
        About {counted(Math.round(plan.quantity.expected), 'plant')}; {chance(plan.quantity.probabilityOfEnough)}. Loss of a whole
        tray (mice, damping off) is not counted. A spare tray covers it.
      </Typography>
      {plan.choices.length > 0 && <Choices plan={plan} />}
      <StepList steps={plan.steps} today={today} gate={gateOf(plan.window, saleOn)} />
    </Box>
  );
});

/** Ways out where it is late, side by side. */
function Choices({ plan }: { plan: PlanAnswer }) {
  return (
    <Box
      component="table"
      sx={{
        borderCollapse: 'collapse',
        mb: 1.5,
        '& td, & th': {
          textAlign: 'left',
          pr: { xs: 1, md: 3 },
          py: 0.5,
          fontSize: { xs: '0.95rem', md: '1rem' },
          borderBottom: 1,
          borderColor: 'divider',
        },
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
            <Box component="td" sx={{ whiteSpace: 'nowrap' }}>
              {day(c.plantOut)}
            </Box>
            <Box component="td" sx={{ whiteSpace: 'nowrap' }}>
              {day(c.ripe)}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
