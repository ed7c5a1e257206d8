import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { day } from '../ui/dates';
import { useSay } from '../ui/Say';
import { Tag } from '../ui/Tag';
import { usePlansFollow } from '../data/plans';
import { useNursery, useSite } from '../data/nursery';
import { useMay } from '../data/session';

/** The nursery's day. In the demo it can be wound forward. */
export function DayTag() {
  const nursery = useNursery();
  const site = useSite();
  const may = useMay('grower');
  const follow = usePlansFollow();
  const { complain } = useSay();
  const wind = useMutation({
    mutationFn: (days: number) =>
      unwrap(api.POST('/api/nurseries/{nursery}/clock', { params: { path: { nursery } }, body: { days } })),
    onSuccess: (answer) => follow('A new day.', answer),
    onError: (e) => complain(e.message),
  });
  if (!site.data) return null;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
      <Tag>
        <time dateTime={site.data.today}>{day(site.data.today)}</time>
      </Tag>
      {site.data.demoClock && may && (
        <Button
          variant="text"
          disabled={wind.isPending}
          onClick={() => wind.mutate(1)}
          aria-label="+1 day: wind the demo's clock to the next day"
          sx={{ minWidth: 44, px: 1 }}
        >
          +1
          <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
            &nbsp;day
          </Box>
        </Button>
      )}
    </Box>
  );
}
