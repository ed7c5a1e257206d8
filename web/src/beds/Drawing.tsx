import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import type { Bed } from '../data/useBeds';
import { letterOf } from './model';

/** Of the length of the bed: larger, each plant has its letter; smaller, each batch has one. */
const readable = 1 / 26;

/** The bed from above, to scale, its rows from left to right: a ring is a plant that is still to go in, a disc one that stands there; pots as wide as they are. */
export function Drawing({ bed }: { bed: Bed }) {
  const theme = useTheme();
  const { background, text } = (theme.vars ?? theme).palette;
  const { lengthCm: w, widthCm: h } = bed;
  if (w === null || h === null || bed.spots.length === 0) return null;
  const along = (w - (bed.perRow - 1) * bed.spacingCm) / 2;
  const across = (h - (bed.rows - 1) * bed.rowCm) / 2;
  const radius = bed.potCm !== null ? bed.potCm / 2 : Math.min(bed.spacingCm, bed.rowCm) * 0.38;
  const each = radius >= w * readable * 0.5;
  const left = bed.batches.map((b) => b.planted);
  const spots = bed.spots.map((spot) => {
    // Those that stand there are drawn first.
    const stands = (left[spot.wish] ?? 0) > 0;
    if (stands) left[spot.wish] = (left[spot.wish] ?? 0) - 1;
    return { ...spot, stands, x: along + spot.place * bed.spacingCm, y: across + spot.row * bed.rowCm };
  });
  const blocks = bed.batches.flatMap((_, i) => {
    const own = spots.filter((s) => s.wish === i);
    const middle = own[Math.floor(own.length / 2)];
    return middle ? [{ wish: i, x: middle.x, y: middle.y }] : [];
  });
  const font = each ? radius : Math.max(w / 34, radius);
  return (
    <Box>
      {bed.runs === 'east-west' && <Box sx={{ textAlign: 'center' }}>↑ north</Box>}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        {bed.runs === 'north-south' && <Box sx={{ whiteSpace: 'nowrap' }}>← north</Box>}
        <Box
          component="svg"
          viewBox={`-4 -4 ${w + 8} ${h + 8}`}
          role="img"
          aria-label={`${bed.place} from above: ${bed.batches
            .map((b, i) => `${letterOf(i)} ${b.cultivar} ${b.code}, ${spots.filter((s) => s.wish === i).length}`)
            .join('; ')}`}
          sx={{ width: '100%', minWidth: 0, maxHeight: 360, color: 'text.primary' }}
        >
          <rect
            x={0}
            y={0}
            width={w}
            height={h}
            fill="none"
            stroke="currentColor"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
          {spots.map((s) => (
            <circle
              key={`${s.row}-${s.place}`}
              cx={s.x}
              cy={s.y}
              r={radius}
              // Every other batch is shaded, so that one ends where the next begins.
              fill="currentColor"
              fillOpacity={s.stands ? 1 : s.wish % 2 === 1 ? 0.22 : 0}
              stroke="currentColor"
              strokeWidth={1}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {(each ? spots : blocks).map((s) => (
            <text
              key={`${s.wish}-${s.x}-${s.y}`}
              x={s.x}
              y={s.y}
              textAnchor="middle"
              dominantBaseline="central"
              fontSize={font}
              fontWeight={600}
              fill={'stands' in s && s.stands ? background.default : text.primary}
              // Over rings a letter has paper round it.
              {...(!each && { paintOrder: 'stroke', stroke: background.default, strokeWidth: font / 3 })}
            >
              {letterOf(s.wish)}
            </text>
          ))}
        </Box>
      </Box>
    </Box>
  );
}
