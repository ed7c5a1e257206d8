import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import { useNursery } from '../data/nursery';
import { useMay } from '../data/session';
import { useSale, type SaleLine } from '../data/useSale';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { Empty, Waiting } from '../ui/Page';
import { Tag } from '../ui/Tag';
import { Warning } from '../ui/Warning';
import { HandOver } from './HandOver';

/** What is for sale and when, what of it is ready, and the table itself: sold by count, on the phone. */
export function SaleView() {
  const sale = useSale();
  const nursery = useNursery();
  const plans = useMay('grower');
  if (!sale.data) return <Waiting error={sale.error} retry={() => void sale.refetch()} />;
  const { title, today, days, over, soldToday } = sale.data;
  if (days.length === 0 && over.length === 0)
    return (
      <Empty title={title} {...(plans && { to: `/n/${nursery}/plan`, action: 'Plan a batch' })}>
        A batch that is raised for a day, a fair or customers, stands here with what of it is ready by then. So do plants beyond
        those that are wanted.
      </Empty>
    );
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: soldToday ? 0.5 : 1.5 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          {title}
        </Typography>
        <Button
          className="no-print"
          variant="text"
          onClick={() => window.print()}
          sx={{ display: { xs: 'none', md: 'inline-flex' } }}
        >
          Print
        </Button>
      </Box>
      {soldToday && <Typography sx={{ fontSize: '1.1rem', mb: 1.5 }}>{soldToday}</Typography>}
      {days.map((d) => (
        <Part key={d.day} title={day(d.day)} text={d.text} lines={d.lines} today={today} />
      ))}
      {over.length > 0 && (
        <Part
          title="To spare"
          text="Raised for something else, and more than are wanted. Keep some for gaps."
          lines={over}
          today={today}
        />
      )}
    </Box>
  );
}

function Part({ title, text, lines, today }: { title: string; text: string; lines: SaleLine[]; today: string }) {
  return (
    <Box component="section" aria-label={title} sx={{ borderTop: 1, borderColor: 'divider', pt: 2, pb: 2 }}>
      <Typography variant="h2">{title}</Typography>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        {text}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, '& > li:last-of-type': { borderBottom: 0 } }}>
        {lines.map((line) => (
          <Row key={line.batchId} line={line} today={today} />
        ))}
      </Box>
    </Box>
  );
}

function Row({ line, today }: { line: SaleLine; today: string }) {
  const nursery = useNursery();
  const [open, setOpen] = useState(false);
  const name = `${line.cultivar} ${line.code}`;
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 1, breakInside: 'avoid' }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
            <CropMark crop={line.crop} />
            <Link component={To} to={`/n/${nursery}/batches/${line.batchId}`} sx={{ fontWeight: 600 }}>
              {line.cultivar}
            </Link>
            <Tag quiet>{line.code}</Tag>
            {line.pot && (
              <Typography component="span" variant="body2" color="textSecondary">
                {line.pot}
              </Typography>
            )}
          </Box>
          <Typography sx={{ fontSize: '1.1rem', fontWeight: line.call === 'ready' ? 600 : 400 }}>{line.text}</Typography>
          {line.went && <Typography color="textSecondary">{line.went}</Typography>}
        </Box>
        {line.inPots > 0 && (
          <Button
            className="no-print"
            variant="outlined"
            aria-expanded={open}
            aria-label={`Sell: ${name}`}
            onClick={() => setOpen(!open)}
            sx={{ minHeight: 48, minWidth: 84, flex: 'none' }}
          >
            {open ? 'Fold' : 'Sell'}
          </Button>
        )}
      </Box>
      {line.mend && <Warning>{line.mend}</Warning>}
      {line.left && (
        <Typography>
          To hold or plant them, <To to={`/n/${nursery}/batches/${line.batchId}`}>change what they are for</To>.
        </Typography>
      )}
      {open && line.inPots > 0 && <HandOver line={line} today={today} />}
    </Box>
  );
}
