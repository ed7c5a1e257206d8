import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useUnits } from '../data/nursery';
import { Choose, NumberField } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { number, temperature } from '../ui/units';
import { useRules } from '../data/useRules';

type HouseRules = Schemas['HouseRules'];

/** How warm the mean year's nights have to be for planning: with a weather record, windows wait for them. */
function Nights({ now, set }: { now: HouseRules; set: (code: string, value: string) => void }) {
  const units = useUnits();
  const shown = {
    tomatoNightC: String(temperature.shown(now.tomatoNightC, units)),
    pepperNightC: String(temperature.shown(now.pepperNightC, units)),
  };
  const [typed, setTyped] = useState(shown);
  const field = (code: 'tomatoNightC' | 'pepperNightC', label: string, [low, high]: [number, number]) => {
    const value = number(typed[code]);
    const celsius = value === null ? null : temperature.typed(value, units);
    const wrong =
      celsius === null
        ? 'Type degrees.'
        : celsius < low || celsius > high
          ? `${temperature.shown(low, units)} to ${temperature.shown(high, units)}.`
          : undefined;
    return (
      <Box
        sx={{ width: 200 }}
        onBlur={() => celsius !== null && !wrong && typed[code] !== shown[code] && set(code, String(celsius))}
      >
        <NumberField
          label={label}
          unit={temperature.unit(units)}
          value={typed[code]}
          onChange={(t) => setTyped({ ...typed, [code]: t })}
          error={wrong}
        />
      </Box>
    );
  };
  return (
    <Box component="section" sx={{ borderBottom: 1, borderColor: 'divider', py: 1.5 }}>
      <Typography variant="h2">Nights for planning</Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        Where the site has a weather record, a window waits until the mean year’s nights reach this to stay.
      </Typography>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        {field('tomatoNightC', 'Tomatoes', [4, 14])}
        {field('pepperNightC', 'Peppers', [4, 18])}
      </Box>
    </Box>
  );
}

/** Where growers differ: each option with the reason people hold it. A choice re-plans at once. */
export function Rules() {
  const { rules, change } = useRules();
  if (!rules.data) return <Waiting error={rules.error} />;
  const { version, rules: now, texts } = rules.data;
  const set = (code: string, value: string) => {
    const numeric = typeof now[code as keyof HouseRules] === 'number';
    change.mutate({ version, rules: { ...now, [code]: numeric ? Number(value) : value } });
  };
  return (
    <Box sx={{ maxWidth: 860 }}>
      {change.error && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {change.error.message}
        </Alert>
      )}
      {texts.map((rule) => (
        <Box
          component="section"
          key={rule.code}
          sx={{ borderBottom: 1, borderColor: 'divider', py: 1.5 }}
          aria-labelledby={`rule-${rule.code}`}
        >
          <Typography variant="h2" id={`rule-${rule.code}`}>
            {rule.title}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {rule.changes}
          </Typography>
          <RadioGroup
            value={String(now[rule.code as keyof HouseRules])}
            onChange={(e) => set(rule.code, e.target.value)}
            aria-labelledby={`rule-${rule.code}`}
          >
            {rule.options.map((o) => (
              <FormControlLabel
                key={o.value}
                value={o.value}
                disabled={change.isPending}
                control={<Radio />}
                sx={{ alignItems: 'flex-start', mt: 0.5, '& .MuiRadio-root': { pt: 0.5 } }}
                label={
                  <Box>
                    <b>{o.label}</b>
                    <Typography color="textSecondary">{o.why}</Typography>
                  </Box>
                }
              />
            ))}
          </RadioGroup>
          {rule.code === 'pepperTiming' && now.pepperTiming === 'after-average-frost' && (
            <Box sx={{ maxWidth: 220, mt: 1, ml: 4 }}>
              <Choose
                label="Weeks"
                value={String(now.pepperWeeksAfterFrost)}
                onChange={(w) => set('pepperWeeksAfterFrost', w)}
                options={['2', '3', '4'].map((w) => ({ value: w, label: w }))}
              />
            </Box>
          )}
        </Box>
      ))}
      <Nights key={version} now={now} set={set} />
    </Box>
  );
}
