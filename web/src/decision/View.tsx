import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To, useParams } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { useGo, useMyCall } from '../data/useGo';
import { day } from '../ui/dates';
import { Waiting } from '../ui/Page';
import { Pick } from '../ui/Pick';
import { temperature } from '../ui/units';

type Factor = Schemas['GoFactorAnswer'];

const words: Record<Factor['result'], string> = { pass: 'yes', near: 'near', fail: 'no', unknown: 'not known' };

/** Do they go out? The factors side by side, and what waiting costs. */
export function GoView() {
  const { batch = '' } = useParams();
  const nursery = useNursery();
  const units = useUnits();
  const go = useGo(batch);
  const plans = useMay('grower');
  if (!go.data) return <Waiting error={go.error} retry={() => void go.refetch()} />;
  const { title, text, bed, factors, waiting, nights, best, calls, verdict } = go.data;
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2 }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 240 }}>
          {title}
        </Typography>
        <Link component={To} to={`/n/${nursery}/batches/${batch}`}>
          The batch
        </Link>
        <Button
          className="no-print"
          variant="text"
          onClick={() => window.print()}
          sx={{ display: { xs: 'none', md: 'inline-flex' } }}
        >
          Print
        </Button>
      </Box>
      <Typography sx={{ mb: 2, fontSize: '1.1rem' }}>
        {text} <span>Into {bed}.</span> {best && <b>{best}</b>}
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 300px' },
          columnGap: 5,
          rowGap: 3,
        }}
      >
        <Box component="ul" aria-label="Factors" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
          {factors.map((f) => (
            <FactorRow key={f.name} factor={f} />
          ))}
        </Box>
        <Box component="aside">
          {plans && (verdict !== null || calls.length > 0) && <Calls batch={batch} calls={calls} asks={verdict !== null} />}
          {waiting.length > 0 && (
            <Box component="section" sx={{ mb: 3 }}>
              <Typography variant="h2" sx={{ mb: 0.5 }}>
                What waiting costs
              </Typography>
              {waiting.map((w) => (
                <Typography key={w} sx={{ mb: 0.75 }}>
                  {w}
                </Typography>
              ))}
            </Box>
          )}
          {nights.length > 0 && (
            <Box component="section">
              <Typography variant="h2" sx={{ mb: 0.5 }}>
                Nights at the plants
              </Typography>
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
                {nights.map((n) => (
                  <Box
                    component="li"
                    key={n.evening}
                    sx={{
                      display: 'flex',
                      justifyContent: 'space-between',
                      py: 0.25,
                      borderBottom: 1,
                      borderColor: 'divider',
                      color: n.far ? 'text.secondary' : 'text.primary',
                    }}
                  >
                    <span>{day(n.evening)}</span>
                    <Box component="span" sx={{ color: n.lowC <= 0 ? 'error.main' : 'inherit', fontWeight: n.far ? 400 : 600 }}>
                      {String(temperature.shown(n.lowC, units)).replace('-', '−')} {temperature.unit(units)}
                    </Box>
                  </Box>
                ))}
              </Box>
              <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
                Grey: beyond the week; they err most. Hollows and clear still nights go lower.
              </Typography>
            </Box>
          )}
        </Box>
      </Box>
    </Box>
  );
}

/** What the grower says beside it, no reason asked; and what came of it. */
function Calls({ batch, calls, asks }: { batch: string; calls: Schemas['CallAnswer'][]; asks: boolean }) {
  const { call, back } = useMyCall(batch);
  const today = calls.find((c) => c.today);
  return (
    <Box component="section" aria-label="My call" sx={{ mb: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        My call
      </Typography>
      {asks && (
        <Box className="no-print" sx={{ display: 'flex', gap: 1, mb: 1 }}>
          {(['go', 'hold'] as const).map((c) => (
            <Pick key={c} chosen={today?.call === c} onClick={() => (today?.call === c ? back.mutate(today.id) : call.mutate(c))}>
              {c === 'go' ? 'Go' : 'Hold'}
            </Pick>
          ))}
        </Box>
      )}
      {calls.map((c) => (
        <Typography key={c.id} sx={{ mb: 0.5 }}>
          <b>{day(c.on)}:</b> {c.text}. {c.came}
        </Typography>
      ))}
    </Box>
  );
}

/** Sign, what it is, a bar with the limit on it, the number. */
function FactorRow({ factor: f }: { factor: Factor }) {
  const fails = f.result === 'fail';
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '32px minmax(0, 1fr) auto', sm: '32px minmax(0, 1.2fr) minmax(80px, 1fr) 150px' },
        columnGap: 1.5,
        rowGap: 0.5,
        alignItems: 'center',
        minHeight: 60,
        py: 0.75,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Sign result={f.result} />
      <Box>
        <Typography sx={{ fontWeight: 600, lineHeight: 1.25 }}>{f.label}</Typography>
        <Typography variant="body2" color="textSecondary">
          {f.note} · {f.source}
        </Typography>
      </Box>
      <Box
        aria-hidden
        sx={{ position: 'relative', height: 22, gridColumn: { xs: '2 / 4', sm: 'auto' }, gridRow: { xs: 2, sm: 'auto' } }}
      >
        <Box sx={{ position: 'absolute', insetInline: 0, top: 7, height: 8, bgcolor: 'divider' }} />
        {f.bar !== null && (
          <Box sx={{ position: 'absolute', left: 0, top: 7, height: 8, width: `${f.bar * 100}%`, bgcolor: 'text.secondary' }} />
        )}
        <Box
          sx={{
            position: 'absolute',
            left: `${f.tick * 100}%`,
            top: 0,
            width: 3,
            ml: '-1.5px',
            height: 22,
            bgcolor: 'text.primary',
          }}
        />
      </Box>
      <Typography
        sx={{
          textAlign: 'right',
          fontWeight: 600,
          fontSize: '1.1rem',
          color: fails ? 'error.main' : 'text.primary',
          gridColumn: { xs: 3, sm: 'auto' },
          gridRow: { xs: 1, sm: 'auto' },
        }}
      >
        {f.value ?? 'not known'}
      </Typography>
    </Box>
  );
}

/** A tick, a dash, a cross, a question: never by colour alone. */
function Sign({ result }: { result: Factor['result'] }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 24 24"
      role="img"
      aria-label={words[result]}
      sx={{
        width: 26,
        height: 26,
        fill: 'none',
        stroke: 'currentColor',
        color: result === 'fail' ? 'error.main' : 'text.primary',
        strokeWidth: 3,
      }}
    >
      {result === 'pass' && <path d="M4 13l5 6L20 5" />}
      {result === 'near' && <path d="M4 12h16" />}
      {result === 'fail' && <path d="M5 5l14 14M19 5L5 19" />}
      {result === 'unknown' && <path d="M8 8a4 4 0 1 1 5 4c-1 .5-1 1.5-1 3M12 19v.5" strokeWidth="2.5" />}
    </Box>
  );
}
