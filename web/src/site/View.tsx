import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useSite } from '../data/nursery';
import { useMay } from '../data/session';
import { Empty, Waiting } from '../ui/Page';
import { useRules } from '../data/useRules';
import { Ends } from './Ends';
import { Freeze } from './Freeze';
import { Record } from './Record';
import { Settings } from './Settings';
import { Soil } from './Soil';
import { useSiteView } from '../data/useSite';
import { Windows } from './Windows';
import { ordered, type Surface } from './model';

/** How cold is it here, and when is the soil warm? */
export function SiteView() {
  const site = useSite();
  if (!site.data) return <Waiting error={site.error} retry={() => void site.refetch()} />;
  return <Site site={site.data} />;
}

function Site({ site }: { site: Schemas['SiteAnswer'] }) {
  const may = useMay('grower');
  const [picked, setPicked] = useState<Surface | null>(null);
  const [tried, setTried] = useState<number | null>(null);
  const { rules, change } = useRules();
  // The surface of one's own beds, until another is chosen.
  const first = useSiteView('bare', tried);
  const own = first.data
    ? ordered(first.data.windows).own.find((w) => w.beds.length > 0 && w.surface !== 'tunnel')?.surface
    : undefined;
  const surface = picked ?? own ?? 'bare';
  const view = useSiteView(surface, tried);
  if (!view.data) return <Waiting error={view.error} retry={() => void view.refetch()} />;
  const data = view.data;
  const units = site.input.units;
  const risks = (rules.data?.texts.find((t) => t.code === 'acceptedRisk')?.options ?? [])
    .map((o) => Number(o.value))
    .sort((a, b) => a - b);
  const keepRisk = () => {
    if (tried === null || !rules.data) return;
    const kept = rules.data;
    if (tried === kept.rules.acceptedRisk) setTried(null);
    else
      change.mutate(
        { version: kept.version, rules: { ...kept.rules, acceptedRisk: tried } },
        { onSettled: () => setTried(null) },
      );
  };

  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 290px' },
        columnGap: 5,
        rowGap: 4,
        alignItems: 'start',
      }}
    >
      <Box sx={{ minWidth: 0, display: 'grid', gap: 4 }}>
        {data.missing ? (
          <Empty title="When is your last frost?">
            Type the average date under “Your dates and devices”, or bring in a weather record. Then this shows when tomatoes and
            peppers may go out.
          </Empty>
        ) : (
          <>
            <Box component="section">
              <Typography variant="h1" sx={{ mb: 0.5 }}>
                Planting windows {site.season}
              </Typography>
              <Windows windows={data.windows} />
            </Box>
            <Freeze
              view={data}
              today={site.today}
              season={site.season}
              units={units}
              risks={risks}
              onRisk={may ? setTried : null}
              onKeep={keepRisk}
            />
            <Soil
              windows={data.windows}
              soil={data.soil}
              surface={surface}
              onSurface={setPicked}
              today={site.today}
              units={units}
            />
            <Ends ends={data.ends} />
          </>
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 4 }}>
        <Record view={data} units={units} may={may} />
        {/* Typed values are not overwritten when the same site is read again; another version is another form. */}
        {may && <Settings key={site.input.version} site={site} folder={data.folder} recorded={data.record !== null} />}
      </Box>
    </Box>
  );
}
