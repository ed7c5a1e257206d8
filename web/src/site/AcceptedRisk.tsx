import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import { useNursery } from '../app/nursery';
import { Choose } from '../ui/Field';
import { useRules } from '../ui/useRules';

/** The one house rule that belongs to the picture beside it: windows and plans follow at once. */
export function AcceptedRisk() {
  const nursery = useNursery();
  const { rules, change } = useRules();
  const rule = rules.data?.texts.find((t) => t.code === 'acceptedRisk');
  if (!rules.data || !rule) return null;
  const { version, rules: now } = rules.data;
  return (
    <Box sx={{ mt: 1 }}>
      <Choose
        label={rule.title}
        value={String(now.acceptedRisk)}
        disabled={change.isPending}
        error={change.error?.message}
        onChange={(risk) => change.mutate({ version, rules: { ...now, acceptedRisk: Number(risk) } })}
        options={rule.options.map((o) => ({ value: o.value, label: o.label }))}
      />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        When peppers follow tomatoes is a{' '}
        <Link component={To} to={`/n/${nursery}/house?part=rules`}>
          house rule
        </Link>
        .
      </Typography>
    </Box>
  );
}
