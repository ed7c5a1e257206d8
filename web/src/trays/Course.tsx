import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { day } from '../ui/dates';
import { NumberField } from '../ui/Field';
import { Reasons } from '../ui/Reasons';
import { counted, number, temperature } from '../ui/units';
import { EmergencePicture } from './EmergencePicture';
import type { TrayMap } from './model';
import { useReading } from '../data/useTrays';

/** How emergence goes, what to look at, and whether to sow again. */
export function Course({ map, course }: { map: TrayMap; course: Schemas['CourseAnswer'] }) {
  const nursery = useNursery();
  const units = useUnits();
  const plans = useMay('grower');
  const percent = (share: number | null) => `${Math.round((share ?? 0) * 100)} %`;
  return (
    <Box component="section" aria-label="Emergence">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {course.text}
      </Typography>
      <Typography sx={{ mb: 1 }}>
        {course.share !== null && (
          <>
            <b>{percent(course.share)}</b> of the seeds ({percent(course.lower)} to {percent(course.upper)} by this count).{' '}
          </>
        )}
        {map.emerged > 0 && (
          <>
            About <b>{counted(course.plants, 'plant')}</b> at planting
            {course.missing > 0 ? `, ${course.missing} short.` : ': enough.'}
          </>
        )}
      </Typography>
      {course.checks.length > 0 && (
        <Box sx={{ mb: 1.5 }}>
          <Reasons why={course.checks} />
        </Box>
      )}
      {course.sowAgainBy && course.missing > 0 && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, mb: 1.5 }}>
          {plans && (
            <Button
              variant="contained"
              component={To}
              to={`/n/${nursery}/plan?like=${map.batchId}&plants=${course.missing}`}
              sx={{ minHeight: 48 }}
            >
              Sow {course.missing} again
            </Button>
          )}
          <Typography>
            {course.sowAgainBy >= map.today ? (
              <>
                In time until <b>{day(course.sowAgainBy)}</b>.
              </>
            ) : (
              <>Too late to be in time since {day(course.sowAgainBy)}: the plan says what it would mean.</>
            )}
          </Typography>
        </Box>
      )}
      {map.sownOn && <EmergencePicture course={course} sownOn={map.sownOn} today={map.today} units={units} />}
      {map.inTrays && <Reading map={map} course={course} />}
    </Box>
  );
}

/** A thermometer stuck into the mix: typed with a wet thumb. */
function Reading({ map, course }: { map: TrayMap; course: Schemas['CourseAnswer'] }) {
  const units = useUnits();
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const { add, remove } = useReading(course.placeId);
  const problem = add.error instanceof Problem ? (add.error.at('soilC') ?? add.error.message) : add.error?.message;
  const today = course.readings.filter((r) => r.day === map.today);
  const send = () => {
    const value = number(typed);
    setWrong(value === null ? 'Type degrees.' : null);
    if (value !== null) add.mutate({ day: map.today, soilC: temperature.typed(value, units) }, { onSuccess: () => setTyped('') });
  };
  return (
    <Box
      component="form"
      className="no-print"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', flexWrap: 'wrap', mt: 1.5 }}
    >
      <Box sx={{ width: 190 }}>
        <NumberField
          label="At the seed now"
          unit={temperature.unit(units)}
          value={typed}
          onChange={setTyped}
          error={wrong ?? problem}
        />
      </Box>
      <Button type="submit" variant="outlined" loading={add.isPending}>
        Log
      </Button>
      {today.map((r) => (
        <Button key={r.id} variant="text" onClick={() => remove.mutate(r.id)}>
          Take {temperature.shown(r.soilC ?? 0, units)} {temperature.unit(units)} back
        </Button>
      ))}
    </Box>
  );
}
