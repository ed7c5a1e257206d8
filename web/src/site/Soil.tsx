import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTheme } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import dayjs from 'dayjs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { condensed } from '../app/theme';
import { day, span } from '../ui/dates';
import { DayField } from '../ui/DayField';
import { Choose, NumberField } from '../ui/Field';
import { TableBehind } from '../ui/TableBehind';
import { useWidth } from '../ui/useWidth';
import { counted, number, temperature, type UnitSystem } from '../ui/units';
import { surfaceName, surfaces } from '../ui/surfaces';
import { months, path, scale, type Surface } from './model';
import { useMoves } from '../data/plans';
import { Wrong } from '../ui/Wrong';

/** "+0.8 °C" */
const signed = (c: number, units: UnitSystem) =>
  `${c > 0 ? '+' : ''}${temperature.difference(c, units)} ${temperature.unit(units)}`;

interface Props {
  windows: Schemas['WindowAnswer'][];
  soil: Schemas['SoilAnswer'] | null;
  surface: Surface;
  onSurface: (surface: Surface) => void;
  today: string;
  units: UnitSystem;
}

/** How warm is the soil, and when is it warm enough? */
export function Soil({ windows, soil, surface, onSurface, today, units }: Props) {
  const gates = windows
    .filter((w) => w.surface === surface)
    .flatMap((w) => w.gates.filter((g) => g.code === 'soil').map((g) => ({ crop: w.crop, ...g })));
  const degrees = (c: number) => `${temperature.shown(c, units)} ${temperature.unit(units)}`;
  return (
    <Box component="section">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 1, mb: 0.5 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          Soil at 10 cm
        </Typography>
        <Box sx={{ width: 190 }}>
          <Choose label="Under" value={surface} onChange={(s) => onSurface(s as Surface)} options={surfaces} />
        </Box>
      </Box>
      {!soil ? (
        <Typography color="textSecondary">
          The soil is reckoned from the weather: bring in a record of five years or more, with lowest and highest temperatures.
        </Typography>
      ) : (
        <>
          <Typography sx={{ mb: 0.5 }}>
            {soil.now !== null && (
              <>
                <b>{soil.nowRead ? degrees(soil.now) : `About ${degrees(soil.now)}`}</b> at 8 o’clock under {surfaceName(surface)}
                {soil.nowRead ? ', read.' : ', worked out.'}{' '}
              </>
            )}
            <Typography component="span" color="textSecondary">
              {surface === 'bare' ? 'The sun adds' : `It adds`} {temperature.difference(soil.addsC, units)}{' '}
              {temperature.unit(units)} {surface === 'bare' ? 'to the air’s mean' : 'to bare soil'} these weeks.{' '}
              {soil.readings > 0
                ? `Set right by ${signed(soil.correctionC, units)}: ${counted(soil.readings, 'reading')} of three weeks.`
                : soil.otherReadings > 0
                  ? `Set right by ${signed(soil.correctionC, units)}: ${counted(soil.otherReadings, 'reading')} under other surfaces.`
                  : 'Readings set it right.'}
            </Typography>
          </Typography>
          {gates.map((g) => (
            <Typography key={g.crop}>
              {g.crop === 'tomato' ? 'Tomatoes' : 'Peppers'}: {g.sentence}
              {g.low && g.high && g.opens && (
                <Typography component="span" color="textSecondary">
                  {' '}
                  {span(g.low, g.high)} in 8 years of 10.
                </Typography>
              )}
            </Typography>
          ))}
          <SoilPicture soil={soil} today={today} units={units} limits={gates} />
          <Typography color="textSecondary" sx={{ fontSize: '0.95rem' }}>
            At 8 o’clock, sun time. Dotted: as forecast. Dots: readings. Pale: 8 years in 10.
          </Typography>
          <TableBehind
            head={['Day', `At 8 o’clock, ${temperature.unit(units)}`]}
            rows={soil.line.map((q) => [day(q.day), temperature.shown(q.celsius, units)])}
          />
          <Reading surface={surface} today={today} units={units} read={soil.read} />
        </>
      )}
    </Box>
  );
}

function SoilPicture({
  soil,
  today,
  units,
  limits,
}: {
  soil: Schemas['SoilAnswer'];
  today: string;
  units: UnitSystem;
  limits: { crop: Schemas['WindowAnswer']['crop']; limit: number }[];
}) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const days = [...soil.line, ...soil.meanYear].map((q) => q.day);
  const values = [
    ...soil.line.map((q) => q.celsius),
    ...soil.meanYear.flatMap((q) => [q.low, q.high]),
    ...soil.read.map((q) => q.morningC),
  ];
  const first = days.reduce((a, b) => (b < a ? b : a));
  const last = days.reduce((a, b) => (b > a ? b : a));
  const [box, width] = useWidth();
  const frame = { left: 40, right: width - 98, top: 12, bottom: 214 };
  const [low, high] = [Math.min(0, ...values), Math.max(...limits.map((l) => l.limit + 3), ...values)];
  const { x, y } = scale(frame, first, last, low, high);
  const text = { fontFamily: condensed, fontSize: 15, fill: p.text.primary };
  const split = soil.lastReckoned ?? today;
  const drawn = (points: Schemas['SoilPoint'][]) => path(points.map((q) => [x(q.day), y(q.celsius)]));
  return (
    <div ref={box}>
      <Box
        component="svg"
        viewBox={`0 0 ${width} 246`}
        role="img"
        aria-label={`Soil under ${surfaceName(soil.surface)}, reckoned day by day, with readings, and the mean year's mornings.`}
        sx={{ width: '100%', display: 'block' }}
      >
        {[0, 5, 10, 15, 20, 25]
          .filter((c) => c >= low && c <= high)
          .map((c) => (
            <g key={c}>
              <line x1={frame.left} x2={frame.right} y1={y(c)} y2={y(c)} stroke={p.divider} />
              <text x={frame.left - 6} y={y(c) + 5} textAnchor="end" {...text} fill={p.text.secondary}>
                {temperature.shown(c, units)}°
              </text>
            </g>
          ))}
        {limits.map((l) => (
          <g key={l.crop}>
            <line x1={frame.left} x2={frame.right} y1={y(l.limit)} y2={y(l.limit)} stroke={p[l.crop].main} strokeWidth="2" />
            <text x={frame.right + 6} y={y(l.limit) + 5} {...text}>
              {l.crop} {temperature.shown(l.limit, units)}°
            </text>
          </g>
        ))}
        {months(first, last).map((m) => (
          <g key={m}>
            <line x1={x(m)} x2={x(m)} y1={frame.bottom} y2={frame.bottom + 6} stroke={p.text.secondary} />
            <text x={x(m) + 4} y={frame.bottom + 22} {...text} fill={p.text.secondary}>
              {dayjs(m).format('MMMM')}
            </text>
          </g>
        ))}
        <line x1={x(today)} x2={x(today)} y1={frame.top} y2={frame.bottom} stroke={p.label.main} strokeWidth="3" />
        {/* Mornings of the mean year, and between what 8 years of 10 keep. */}
        <path
          d={`${path(soil.meanYear.map((q) => [x(q.day), y(q.low)]))}${path(
            soil.meanYear.toReversed().map((q) => [x(q.day), y(q.high)]),
          ).replace('M', 'L')}Z`}
          fill={p.warm.main}
          opacity="0.16"
        />
        <path d={drawn(soil.meanYear)} fill="none" stroke={p.text.secondary} strokeWidth="1.5" strokeDasharray="5 5" />
        <path d={drawn(soil.line.filter((q) => q.day <= split))} fill="none" stroke={p.warm.main} strokeWidth="3" />
        <path
          d={drawn(soil.line.filter((q) => q.day >= split))}
          fill="none"
          stroke={p.warm.main}
          strokeWidth="3"
          strokeDasharray="3 4"
        />
        {soil.read.map((r) => (
          <circle key={r.id} cx={x(r.day)} cy={y(r.morningC)} r="4" fill={p.text.primary}>
            <title>{`${day(r.day)}, ${r.hour} o’clock: ${temperature.shown(r.celsius, units)}°`}</title>
          </circle>
        ))}
        {soil.meanYear.length > 0 && (
          <text x={frame.right + 6} y={Math.max(16, y(soil.meanYear.at(-1)?.celsius ?? 0) - 6)} {...text} fill={p.text.secondary}>
            mean year
          </text>
        )}
      </Box>
    </div>
  );
}

function Reading({
  surface,
  today,
  units,
  read,
}: {
  surface: Surface;
  today: string;
  units: UnitSystem;
  read: Schemas['SoilReadingAnswer'][];
}) {
  const nursery = useNursery();
  const [on, setOn] = useState(today);
  const [hour, setHour] = useState('8');
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const add = useMoves(
    (body: Schemas['SoilInput']) => unwrap(api.POST('/api/nurseries/{nursery}/soil', { params: { path: { nursery } }, body })),
    'Reading kept.',
  );
  const remove = useMoves(
    (id: string) => unwrap(api.DELETE('/api/nurseries/{nursery}/soil/{id}', { params: { path: { nursery, id } } })),
    'Reading taken back.',
  );
  const problem = add.error instanceof Problem ? add.error : null;
  const last = read.filter((r) => r.hand).at(-1);
  return (
    <Box
      component="form"
      aria-label="Soil reading"
      onSubmit={(e) => {
        e.preventDefault();
        const value = number(typed);
        setWrong(value === null ? 'Type degrees.' : null);
        if (value !== null)
          add.mutate(
            { id: v7(), day: on, surface, celsius: temperature.typed(value, units), hour: Number(hour) },
            { onSuccess: () => setTyped('') },
          );
      }}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1, alignItems: 'start' }}
    >
      <Box sx={{ width: 150 }}>
        <NumberField
          label="Probe shows"
          unit={temperature.unit(units)}
          value={typed}
          onChange={setTyped}
          error={wrong ?? problem?.at('celsius')}
        />
      </Box>
      <Box sx={{ width: 170 }}>
        <DayField label="Day" value={on} onChange={setOn} max={today} error={problem?.at('day')} />
      </Box>
      <Box sx={{ width: 120 }}>
        <Choose
          label="At"
          value={hour}
          onChange={setHour}
          options={Array.from({ length: 24 }, (_, h) => ({ value: String(h), label: `${h}:00` }))}
        />
      </Box>
      <Button type="submit" variant="outlined" loading={add.isPending}>
        Add the reading
      </Button>
      {last && (
        <Button variant="text" onClick={() => remove.mutate(last.id)} loading={remove.isPending}>
          Take back {temperature.shown(last.celsius, units)}° of {day(last.day)}
        </Button>
      )}
      {problem && Object.keys(problem.errors).length === 0 && <Wrong>{problem.message}</Wrong>}
    </Box>
  );
}
