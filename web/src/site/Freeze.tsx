import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useTheme } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { condensed } from '../app/theme';
import { day } from '../ui/dates';
import { TableBehind } from '../ui/TableBehind';
import { useWidth } from '../ui/useWidth';
import { temperature, type UnitSystem } from '../ui/units';
import { FreezePicture } from './FreezePicture';
import { months, ordered, path, riskWords, scale, type Half, type View } from './model';
import { useSpring } from '../data/useSite';

interface Props {
  view: View;
  today: string;
  season: number;
  units: UnitSystem;
  risks: number[];
  onRisk: ((risk: number) => void) | null;
  onKeep: () => void;
}

/** Freeze risk in spring and autumn, and the years behind it. */
export function Freeze({ view, today, season, units, risks, onRisk, onKeep }: Props) {
  const [half, setHalf] = useState<Half>('spring');
  const [chosen, setChosen] = useState<number | null>(null);
  const curves = view.curves.filter((c) => c.half === half);
  const years = view.years.filter((y) => y.half === half);
  const inUse = curves.find((c) => c.inUse) ?? curves.find((c) => !c.tunnel);
  const left = years.filter((y) => y.state === 'left-out');
  const running = years.filter((y) => y.state === 'not-over');
  return (
    <Box component="section">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5, mb: 0.5 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {half === 'spring' ? `Chance of another freeze, spring ${season}` : `Chance of a freeze so far, autumn ${season}`}
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={half}
          onChange={(_, h: Half | null) => h && setHalf(h)}
          aria-label="Season"
        >
          <ToggleButton value="spring">Spring</ToggleButton>
          <ToggleButton value="autumn">Autumn</ToggleButton>
        </ToggleButtonGroup>
      </Box>
      {!inUse ? (
        <Typography color="textSecondary">
          {half === 'spring' ? 'No frost date yet.' : 'Type the average first frost beside this, or bring in a weather record.'}
        </Typography>
      ) : (
        <>
          <Typography color="textSecondary" sx={{ mb: 0.5 }}>
            Average {day(inUse.mean)} ± {Math.round(inUse.deviationDays)} days, from {inUse.assumes}. At {riskWords(view.risk)}:{' '}
            <b>{inUse.atRisk ? day(inUse.atRisk) : 'no day'}</b>
            {onRisk ? '. Drag the yellow label to try another risk.' : '.'}
          </Typography>
          <FreezePicture
            curves={curves}
            years={years}
            windows={
              half === 'spring'
                ? ordered(view.windows).own.filter(
                    (w, i, a) => a.findIndex((o) => o.crop === w.crop && o.opens === w.opens) === i,
                  )
                : []
            }
            today={today}
            risk={view.risk}
            risks={risks}
            onRisk={onRisk}
            onKeep={onKeep}
            chosen={chosen}
            onYear={setChosen}
          />
          {curves
            .filter((c) => !c.inUse)
            .map((c) => (
              <Typography key={`${c.recorded}${c.tunnel}`} color="textSecondary" sx={{ fontSize: '0.95rem' }}>
                {c.tunnel
                  ? 'Dotted: in the tunnel, whose nights are warmer; at'
                  : `Dashed: from ${c.assumes}, average ${day(c.mean)}; at`}{' '}
                {riskWords(view.risk)} {c.atRisk ? day(c.atRisk) : 'no day'}.
              </Typography>
            ))}
          {years.length > 0 && (
            <Typography color="textSecondary" sx={{ fontSize: '0.95rem' }}>
              Each dot is a year’s {half === 'spring' ? 'last' : 'first'} freeze; tap one to see it.
              {left.length > 0 && ` Hollow: left out, too many days missing near it (${left.map((y) => y.season).join(', ')}).`}
              {running.map((y) => ` ${y.season}: not known whole.`).join('')}
            </Typography>
          )}
          {chosen !== null && half === 'spring' && <Spring season={chosen} units={units} onClose={() => setChosen(null)} />}
          <Thresholds rows={view.thresholds.filter((t) => t.half === half)} units={units} />
          <TableBehind
            head={['Year', half === 'spring' ? 'Last freeze' : 'First freeze', 'Counts']}
            rows={years.map((y) => [
              y.season,
              y.date ? day(y.date) : 'none',
              y.state === 'counted'
                ? 'yes'
                : y.state === 'freeze-free'
                  ? 'as free of freeze'
                  : `no: ${y.missingDays} days missing`,
            ])}
          />
        </>
      )}
    </Box>
  );
}

function Thresholds({ rows, units }: { rows: Schemas['ThresholdAnswer'][]; units: UnitSystem }) {
  if (rows.length === 0) return null;
  const spring = rows[0]?.half === 'spring';
  const cell = { px: 1, py: 0.25, textAlign: 'left', borderBottom: 1, borderColor: 'divider' } as const;
  return (
    <Box component="table" sx={{ borderCollapse: 'collapse', mt: 1.5, width: '100%', maxWidth: 620, fontSize: '0.98rem' }}>
      <thead>
        <tr>
          {[
            spring ? 'Last night at or below' : 'First night at or below',
            spring ? '9 years in 10 after' : '1 year in 10 by',
            'average',
            spring ? '1 year in 10 after' : '9 years in 10 by',
          ].map((h) => (
            <Box component="th" key={h} sx={{ ...cell, fontWeight: 400, color: 'text.secondary' }}>
              {h}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((t) => (
          <tr key={t.thresholdC}>
            <Box component="td" sx={cell}>
              {temperature.shown(t.thresholdC, units)} {temperature.unit(units)}
              {t.thresholdC < 0 ? ', hard freeze' : t.thresholdC === 0 ? ', freeze' : ', frost near the ground'}
            </Box>
            {[spring ? t.nineInTen : t.oneInTen, t.mean, spring ? t.oneInTen : t.nineInTen].map((d, i) => (
              <Box component="td" key={i} sx={cell}>
                {d ? day(d).replace(/^\w+ /, '') : '–'}
              </Box>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

/** One spring's nights. */
function Spring({ season, units, onClose }: { season: number; units: UnitSystem; onClose: () => void }) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const spring = useSpring(season);
  const days = spring.data ?? [];
  const [first, last] = [days[0]?.day, days.at(-1)?.day];
  const known = days.flatMap((d) => d.minimumC ?? []);
  const cold = days.filter((d) => d.minimumC !== null && d.minimumC <= 0).at(-1);
  const [low, high] = [Math.min(-5, ...known), Math.max(15, ...known)];
  const [box, width] = useWidth();
  const frame = { left: 48, right: width - 14, top: 8, bottom: 150 };
  const s = first && last ? scale(frame, first, last, low, high) : null;
  const text = { fontFamily: condensed, fontSize: 15, fill: p.text.secondary };
  return (
    <Box sx={{ mt: 1.5 }} ref={box}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          Nights of spring {season}
          {cold?.minimumC != null &&
            `: last freeze ${day(cold.day)}, ${temperature.shown(cold.minimumC, units)} ${temperature.unit(units)}`}
        </Typography>
        <Button variant="text" onClick={onClose} sx={{ px: 1 }}>
          Close
        </Button>
      </Box>
      {s && first && last && (
        <Box
          component="svg"
          viewBox={`0 0 ${width} 176`}
          role="img"
          aria-label={`Lowest temperature of each night of spring ${season}`}
          sx={{ width: '100%', display: 'block' }}
        >
          {[0, 10].map((c) => (
            <g key={c}>
              <line
                x1={frame.left}
                x2={frame.right}
                y1={s.y(c)}
                y2={s.y(c)}
                stroke={c === 0 ? p.cold.main : p.divider}
                strokeWidth={c === 0 ? 2 : 1}
              />
              <text x={frame.left - 6} y={s.y(c) + 5} textAnchor="end" {...text}>
                {temperature.shown(c, units)}°
              </text>
            </g>
          ))}
          {months(first, last).map((m) => (
            <text key={m} x={s.x(m)} y={172} {...text}>
              {dayjs(m).format('MMMM')}
            </text>
          ))}
          <path
            d={path(days.map((d) => [s.x(d.day), d.minimumC === null ? null : s.y(d.minimumC)]))}
            fill="none"
            stroke={p.text.primary}
            strokeWidth="1.5"
          />
          {days
            .filter((d) => d.minimumC !== null && d.minimumC <= 0)
            .map((d) => (
              <circle key={d.day} cx={s.x(d.day)} cy={s.y(d.minimumC ?? 0)} r="3" fill={p.cold.main} />
            ))}
        </Box>
      )}
    </Box>
  );
}
