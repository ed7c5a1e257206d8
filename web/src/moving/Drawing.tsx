import Box from '@mui/material/Box';
import type { Schemas } from '../api/client';
import { length, type UnitSystem } from '../ui/units';
import { leafOf, seedLeaf } from './pictures';

type Setting = Schemas['SettingAnswer'];

/** Most that the picture is high, px. */
const tallest = 330;
const wide = 340;
/** Where the stem stands. */
const middle = 110;

/** How deep they are set, drawn to scale: the pot, the ball, what goes under and what stays up. */
export function Drawing({ set, crop, units }: { set: Setting; crop: Schemas['Crop']; units: UnitSystem }) {
  const rim = set.tooShallow ? 0 : set.potDepthCm - set.underCm - set.ballDepthCm - set.buryCm;
  const mixLine = set.potDepthCm - rim;
  const oldLevel = set.underCm + set.ballDepthCm;
  const tip = oldLevel + set.heightCm;
  const whole = Math.max(tip, set.potDepthCm) + 1;
  const scale = Math.min((tallest - 24) / whole, (middle - 14) / (set.potTopCm / 2));
  const tall = whole * scale + 24;
  /** From the pot's floor. */
  const y = (height: number) => tall - 10 - height * scale;
  const half = (at: number) => ((set.potBottomCm + ((set.potTopCm - set.potBottomCm) * at) / set.potDepthCm) / 2) * scale;
  const leaf = Math.min(70, Math.max(16, set.heightCm * scale * 0.34));
  const stays = tip - mixLine;
  const unit = length.typed(1, units);
  const step = [1, 2, 5, 10].find((s) => unit * s * scale >= 22) ?? 20;
  const ticks = Array.from({ length: Math.floor(whole / unit / step) + 2 }, (_, i) => i * step);
  const ruler = 226;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${wide} ${tall}`}
      role="img"
      aria-label={set.text.join(' ')}
      sx={{ width: '100%', maxWidth: 420, display: 'block', color: 'text.primary', fontFamily: 'inherit', fontSize: 13 }}
    >
      {/* The pot, its mix, the ball. */}
      <path
        d={`M${middle - half(set.potDepthCm)} ${y(set.potDepthCm)}L${middle - half(0)} ${y(0)}H${middle + half(0)}L${middle + half(set.potDepthCm)} ${y(set.potDepthCm)}`}
        fill="none"
        stroke="currentColor"
        strokeWidth={2.5}
        strokeLinejoin="round"
      />
      <Box
        component="path"
        d={`M${middle - half(mixLine)} ${y(mixLine)}L${middle - half(0)} ${y(0)}H${middle + half(0)}L${middle + half(mixLine)} ${y(mixLine)}Z`}
        sx={{ fill: 'currentColor', opacity: 0.12 }}
      />
      <Box
        component="path"
        d={`M${middle - (set.ballTopCm / 2) * scale} ${y(oldLevel)}L${middle - (set.ballBottomCm / 2) * scale} ${y(set.underCm)}H${middle + (set.ballBottomCm / 2) * scale}L${middle + (set.ballTopCm / 2) * scale} ${y(oldLevel)}Z`}
        sx={{ fill: 'currentColor', fillOpacity: 0.28, stroke: 'currentColor', strokeWidth: 1 }}
      />
      {/* The plant: what is under the mix is dashed. */}
      <g stroke="currentColor" strokeWidth={3.5} strokeLinecap="round" fill="none">
        <path d={`M${middle} ${y(Math.max(oldLevel, mixLine))}V${y(tip)}`} />
        {set.buryCm > 0.05 && <path d={`M${middle} ${y(oldLevel)}V${y(mixLine)}`} strokeDasharray="2 6" />}
      </g>
      <Pair at={y(oldLevel + set.seedLeavesCm)} long={leaf * 0.5} shape={seedLeaf} off={set.pinchSeedLeaves} />
      {set.leavesCm.map((l, i) => (
        <Leaf
          key={i}
          at={y(oldLevel + l)}
          left={i % 2 === 1}
          long={leaf * (1 - 0.35 * (i / Math.max(1, set.leavesCm.length)))}
          shape={leafOf[crop]}
          off={i < set.stripLeaves}
        />
      ))}
      {set.unionCm !== null && (
        <path
          d={`M${middle - 7} ${y(oldLevel + set.unionCm) + 5}L${middle + 7} ${y(oldLevel + set.unionCm) - 5}`}
          stroke="currentColor"
          strokeWidth={3}
        />
      )}
      {/* A ruler whose zero is the mix. */}
      <g stroke="currentColor" strokeWidth={1.5}>
        <path d={`M${middle - half(mixLine)} ${y(mixLine)}H${ruler + 10}`} strokeDasharray="3 4" />
        <path d={`M${ruler} ${y(0)}V${y(whole - 1)}`} />
        {ticks
          .flatMap((t) => (t === 0 ? [0] : [t, -t]))
          .map((t) => {
            const at = mixLine + t * unit;
            return at >= -0.01 && at <= whole - 0.4 ? <path key={t} d={`M${ruler} ${y(at)}h6`} /> : null;
          })}
      </g>
      <g fill="currentColor">
        {ticks
          .flatMap((t) => (t === 0 ? [0] : [t, -t]))
          .map((t) => {
            const at = mixLine + t * unit;
            return at >= -0.01 && at <= whole - 0.4 ? (
              <text key={t} x={ruler + 10} y={y(at) + 4.5}>
                {Math.abs(t)}
              </text>
            ) : null;
          })}
        <text x={ruler + 34} y={Math.max(16, y(tip) + 12)} fontWeight={600}>
          {length.said(stays, units)} up
        </text>
        {set.buryCm > 0.05 && (
          <text x={ruler + 34} y={y(mixLine - set.buryCm / 2) + 5} fontWeight={600}>
            {length.said(set.buryCm, units)} under
          </text>
        )}
      </g>
    </Box>
  );
}

/** A leaf at the stem; taken off, it is a cut and a dashed outline. */
function Leaf({ at, left, long, shape, off }: { at: number; left: boolean; long: number; shape: string; off: boolean }) {
  return (
    <path
      d={shape}
      transform={`translate(${middle} ${at}) rotate(${left ? 206 : -26}) scale(${long})`}
      vectorEffect="non-scaling-stroke"
      fill="currentColor"
      fillOpacity={off ? 0 : 0.22}
      stroke="currentColor"
      strokeWidth={1.4}
      {...(off ? { strokeDasharray: '3 4' } : {})}
    />
  );
}

function Pair(props: { at: number; long: number; shape: string; off: boolean }) {
  return (
    <>
      <Leaf {...props} left={false} />
      <Leaf {...props} left />
    </>
  );
}
