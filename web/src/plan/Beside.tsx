import { useCurrency } from '../data/nursery';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import type { BatchInput, PlanAnswer } from '../data/usePlan';
import { useLots } from '../data/useLots';
import { day } from '../ui/dates';
import { many, volume, type UnitSystem } from '../ui/units';
import { beside } from './compare';

/** What a change that is tried does, beside what is kept: days, plants, mix, money. */
export function Beside({
  kept,
  tried,
  input,
  units,
}: {
  kept: Schemas['BatchAnswer'];
  tried: PlanAnswer;
  input: BatchInput | null;
  units: UnitSystem;
}) {
  const lots = useLots();
  const currency = useCurrency();
  const price = (lotId: string | null | undefined) => {
    const lot = lots.data?.find((l) => l.lot.id === lotId);
    return lot?.lot.price != null && lot.held ? lot.lot.price / lot.held : null;
  };
  const rows = beside(kept, tried, { kept: price(kept.input.lotId), tried: price(input?.lotId) }, input);
  const shown = (value: string | number | null, what: 'day' | 'count' | 'litres' | 'money') =>
    value === null
      ? '–'
      : what === 'day'
        ? day(String(value))
        : what === 'litres'
          ? volume.said(Number(value), units)
          : what === 'money'
            ? `${currency} ${Number(value).toFixed(2)}`.trim()
            : many(Math.round(Number(value)));
  return (
    <Box component="section" aria-label="Kept and tried" sx={{ mb: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {rows.some((r) => r.changed) ? 'What the change does' : 'The change moves nothing'}
      </Typography>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          '& td, & th': { textAlign: 'left', pr: { xs: 2, md: 4 }, py: 0.5, borderBottom: 1, borderColor: 'divider' },
        }}
      >
        <thead>
          <tr>
            <th />
            <th>Kept</th>
            <th>Tried</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <Box component="tr" key={r.label} sx={{ color: r.changed ? 'text.primary' : 'text.secondary' }}>
              <td>{r.label}</td>
              <td>{shown(r.kept, r.what)}</td>
              <Box component="td" sx={{ fontWeight: r.changed ? 600 : 400 }}>
                {shown(r.tried, r.what)}
              </Box>
              <td>{r.changed}</td>
            </Box>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
