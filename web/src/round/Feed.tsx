import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { useMay } from '../data/session';
import { useFed } from '../data/useFeeding';
import { clock } from '../ui/dates';

/** What is fed today: a line for each place, and one tap. */
export function Feed({ feeding }: { feeding: Schemas['FeedingAnswer'] | null }) {
  const nursery = useNursery();
  const plans = useMay('grower');
  if (!feeding) return null;
  return (
    <Box component="section" aria-label="Feed" sx={{ mb: 2.5 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Feed{feeding.fertiliser ? ` with ${feeding.fertiliser}` : ''}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {feeding.places.map((p) => (
          <Place key={p.placeId} place={p} />
        ))}
      </Box>
      {!feeding.fertiliser && plans && (
        <Link component={To} to={`/n/${nursery}/house?part=feed`} sx={{ display: 'inline-block', py: 1 }}>
          Say what your fertiliser has: then it is in grams
        </Link>
      )}
      <Typography variant="body2" sx={{ mt: 0.5 }}>
        <b>Care:</b> {feeding.caution}
      </Typography>
    </Box>
  );
}

function Place({ place: p }: { place: Schemas['FeedAnswer'] }) {
  const { feed, back } = useFed(p.placeId);
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: { xs: 'wrap', sm: 'nowrap' },
        alignItems: 'center',
        columnGap: 2,
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 180 }}>
        <Typography sx={{ fontWeight: 600 }}>{p.place}</Typography>
        {p.fed === null ? (
          <>
            {p.text.map((t) => (
              <Typography key={t}>{t}</Typography>
            ))}
            <Typography variant="body2" color="textSecondary">
              {[p.note, p.last].filter(Boolean).join(' ')}
            </Typography>
          </>
        ) : (
          <Typography color="textSecondary">
            {p.plants} plants fed{p.fedAt ? `, ${clock(p.fedAt)}` : ''}
          </Typography>
        )}
      </Box>
      {p.fed === null ? (
        <Button
          className="no-print"
          variant="outlined"
          aria-label={`Fed: ${p.place}`}
          loading={feed.isPending}
          onClick={() => feed.mutate()}
          sx={{ minHeight: 48, minWidth: 96 }}
        >
          Fed
        </Button>
      ) : (
        <Button
          className="no-print"
          variant="text"
          aria-label={`Undo: fed, ${p.place}`}
          loading={back.isPending}
          onClick={() => p.fed && back.mutate(p.fed)}
        >
          Undo
        </Button>
      )}
    </Box>
  );
}
