import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { Choose } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { useRules } from '../data/useRules';
import { Wrong } from '../ui/Wrong';

type HouseRules = Schemas['HouseRules'];

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
      {change.error && <Wrong sx={{ mb: 2 }}>{change.error.message}</Wrong>}
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
    </Box>
  );
}
