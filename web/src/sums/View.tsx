import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { api, calculate, Problem, unwrap } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { condensed } from '../app/theme';
import { Choose, NumberField } from '../ui/Field';
import { number, type UnitSystem } from '../ui/units';
import { asked, initialOf, read, unitOf, type Sum } from './model';
import { sums } from './sums';
import { Warning } from '../ui/Warning';

/** Bench arithmetic on its own: the same functions as the plan's. */
export function SumsView() {
  const nursery = useNursery();
  const units = useUnits();
  const { sum: name } = useParams();
  const sum = sums.find((s) => s.name === name) ?? sums[0];
  if (!sum) return null;
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '190px minmax(0, 1fr)' }, columnGap: 5, rowGap: 2 }}
    >
      <Box
        component="nav"
        aria-label="Sums"
        sx={{ display: 'flex', flexDirection: { xs: 'row', md: 'column' }, overflowX: 'auto', gap: { xs: 0.5, md: 0 } }}
      >
        {sums.map((s) => (
          <Box
            key={s.name}
            component={NavLink}
            to={`/n/${nursery}/sums/${s.name}`}
            className={s === sum ? 'active' : ''}
            // On a phone the list is one line: the sum that is open is in sight.
            ref={(el: HTMLElement | null) => (s === sum ? el?.scrollIntoView({ inline: 'center', block: 'nearest' }) : undefined)}
            sx={{
              fontFamily: condensed,
              fontWeight: 600,
              fontSize: '1.08rem',
              color: 'text.primary',
              textDecoration: 'none',
              whiteSpace: 'nowrap',
              minHeight: 48,
              display: 'flex',
              alignItems: 'center',
              px: 1.25,
              borderLeft: { md: '4px solid transparent' },
              borderBottom: { xs: '4px solid transparent', md: 0 },
              '&.active': { borderColor: { xs: 'label.main', md: 'label.main' } },
            }}
          >
            {s.short}
          </Box>
        ))}
      </Box>
      {/* Another sum, or other units, is another form. */}
      <One key={sum.name + units} sum={sum} units={units} />
    </Box>
  );
}

function One({ sum, units }: { sum: Sum; units: UnitSystem }) {
  const [form, setForm] = useState<Record<string, string>>(() =>
    Object.fromEntries(sum.fields.map((f) => [f.name, initialOf(f, units)])),
  );
  const texts = useQuery({ queryKey: ['sums'], queryFn: () => unwrap(api.GET('/api/calc')), staleTime: Infinity });
  const { body, errors } = read(sum, form, units, number);
  const sent = useDeferredValue(JSON.stringify(body));
  const wrong = Object.keys(errors).length > 0;
  const answer = useQuery({
    queryKey: ['sum', sum.name, sent],
    queryFn: () => calculate(sum.name, sent),
    enabled: !wrong,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const text = texts.data?.find((t) => t.name === sum.name);
  const problem = answer.error instanceof Problem ? answer.error : null;
  const lines = !wrong && !answer.error && answer.data ? sum.show(answer.data, units) : [];
  const sentences = (list: unknown) => (Array.isArray(list) ? (list as string[]) : []);
  const why = wrong || answer.error ? [] : sentences(answer.data?.why);
  const cautions = [...sentences(answer.data?.cautions), ...(text?.caution ? [text.caution] : [])];
  return (
    <Box component="section" sx={{ maxWidth: 760 }}>
      <Typography variant="h1" sx={{ mb: 1.5 }}>
        {text?.title ?? sum.short}
      </Typography>
      <Box
        aria-live="polite"
        sx={{
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          px: 2,
          py: 1.5,
          mb: 2.5,
          minHeight: 96,
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 5,
          rowGap: 1,
          alignItems: 'end',
        }}
      >
        {lines.map((l) => (
          <Box key={l.label}>
            <Typography color="textSecondary">{l.label}</Typography>
            <Typography
              sx={{
                fontSize: l.main ? '2rem' : '1.2rem',
                lineHeight: 1.15,
                fontWeight: 600,
                color: l.danger ? 'error.main' : 'text.primary',
              }}
            >
              {l.value}
            </Typography>
          </Box>
        ))}
        {lines.length === 0 && (
          <Typography color="textSecondary">{problem ? problem.message : wrong ? 'Something is missing below.' : ''}</Typography>
        )}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, 1fr)' }, gap: 2, mb: 2.5 }}>
        {asked(sum, form).map((f) =>
          f.kind === 'choice' ? (
            <Choose
              key={f.name}
              label={f.label}
              value={form[f.name] ?? ''}
              onChange={(value) => setForm({ ...form, [f.name]: value })}
              options={f.options ?? []}
              error={problem?.at(f.name)}
            />
          ) : (
            <NumberField
              key={f.name}
              label={f.label}
              value={form[f.name] ?? ''}
              onChange={(value) => setForm({ ...form, [f.name]: value })}
              error={errors[f.name] ?? problem?.at(f.name)}
              {...(f.help ? { help: f.help } : f.optional ? { help: 'Optional.' } : {})}
              {...(unitOf(f, units) ? { unit: unitOf(f, units) ?? '' } : {})}
            />
          ),
        )}
      </Box>
      {why.map((w) => (
        <Typography key={w} sx={{ mb: 0.5 }}>
          {w}
        </Typography>
      ))}
      {cautions.length > 0 && (
        <Warning sx={{ mb: 2 }}>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {cautions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </Box>
        </Warning>
      )}
      {text && (
        <Typography color="textSecondary">
          {text.formula} {text.source}
        </Typography>
      )}
    </Box>
  );
}
