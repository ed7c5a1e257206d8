import Box from '@mui/material/Box';
import { memo, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Schemas } from '../api/client';
import { condensed } from '../app/theme';
import { arrow, cellAt, end, next, nobody, placeOf, restOfRow, rowSpans, signs, type Tray } from './model';

interface Props {
  tray: Tray;
  batchId: string;
  cells: string;
  /** Seedlings that a cell can have. */
  most: number;
  /** Cells and what becomes of them when thinned. */
  fates: ReadonlyMap<number, Schemas['Fate']>;
  width: number;
  readOnly: boolean;
  put: (at: readonly number[], sign: string) => void;
  undo: () => void;
  complain: (text: string) => void;
}

const gap = 62;

/** A finger that rests so long on a cell begins to paint. */
const holdMs = 250;

/** Further than this it is on its way, not at rest. */
const slackPx = 10;

/** A tray as it lies on the bench; on a phone it is turned, so that fingers fit. */
export function TrayGrid({ tray, batchId, cells, most, fates, width, readOnly, put, undo, complain }: Props) {
  const turned = width < 560 && tray.rowCells > tray.rowCount;
  const [across, down] = turned ? [tray.rowCount, tray.rowCells] : [tray.rowCells, tray.rowCount];
  const beside = turned ? 0 : gap;
  const size = Math.max(14, Math.min(54, Math.floor((width - beside - 8) / across)));
  const [cursor, setCursor] = useState(() => end(cells, false));
  const [last, setLast] = useState('1');
  const painting = useRef<{ sign: string; seen: Set<number> } | null>(null);
  const finger = useRef<{ cell: number; x: number; y: number; timer: ReturnType<typeof setTimeout> } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const top = turned ? 34 : 6;

  const at = (e: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return null;
    const scale = box.width / (beside + across * size + 8);
    return cellAt(
      (e.clientX - box.left) / scale - beside - 4,
      (e.clientY - box.top) / scale - top,
      size,
      tray.rowCells,
      tray.rowCount,
      turned,
    );
  };
  // A tap goes round: one, two, …, none; what follows it is painted with the same.
  const start = (cell: number) => {
    const sign = String((Number(cells[cell]) + 1) % (most + 1));
    painting.current = { sign, seen: new Set([cell]) };
    setCursor(cell);
    setLast(sign);
    put([cell], sign);
  };
  const rest = () => {
    if (finger.current) clearTimeout(finger.current.timer);
    finger.current = null;
    painting.current = null;
  };
  const down_ = (e: PointerEvent) => {
    const cell = at(e);
    if (readOnly || cell === null || cells[cell] === nobody) return;
    if (e.pointerType === 'touch') {
      // A finger that moves on at once scrolls the page; one that rests for a moment paints.
      const timer = setTimeout(() => {
        finger.current = null;
        start(cell);
      }, holdMs);
      finger.current = { cell, x: e.clientX, y: e.clientY, timer };
      return;
    }
    svg.current?.setPointerCapture(e.pointerId);
    start(cell);
  };
  const move = (e: PointerEvent) => {
    const waits = finger.current;
    if (waits && Math.hypot(e.clientX - waits.x, e.clientY - waits.y) > slackPx) rest();
    const paint = painting.current;
    const cell = paint ? at(e) : null;
    if (!paint || cell === null || paint.seen.has(cell) || cells[cell] === nobody) return;
    paint.seen.add(cell);
    setCursor(cell);
    put([cell], paint.sign);
  };
  const up = () => {
    const tapped = finger.current?.cell;
    rest();
    if (tapped !== undefined) start(tapped);
    painting.current = null;
  };
  useEffect(() => {
    const drawing = svg.current;
    // While a finger paints, the page stands still; React's own listeners could not hold it.
    const hold = (e: TouchEvent) => {
      if (painting.current) e.preventDefault();
    };
    drawing?.addEventListener('touchmove', hold, { passive: false });
    return () => drawing?.removeEventListener('touchmove', hold);
  }, []);
  const key = (e: KeyboardEvent) => {
    if (readOnly) return;
    if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z') {
      e.preventDefault();
      undo();
      return;
    }
    if (e.altKey || ((e.ctrlKey || e.metaKey) && !['Home', 'End'].includes(e.key))) return;
    const row = Math.floor(cursor / tray.rowCells) * tray.rowCells;
    const done = () => {
      e.preventDefault();
      e.stopPropagation();
    };
    if (/^[0-9]$/.test(e.key)) {
      done();
      if (Number(e.key) > most) {
        complain(`At most ${most}: so many were sown in each.`);
        return;
      }
      setLast(e.key);
      put([cursor], e.key);
      setCursor(next(cells, cursor));
    } else if (e.key.startsWith('Arrow')) {
      done();
      const to = arrow(e.key, cursor, tray.rowCells, turned);
      if (to >= 0 && to < cells.length && cells[to] !== nobody) setCursor(to);
    } else if (e.key === 'Home' || e.key === 'End') {
      done();
      setCursor(e.ctrlKey ? end(cells, e.key === 'End') : end(cells, e.key === 'End', row, row + tray.rowCells));
    } else if (e.key === 'Backspace') {
      done();
      setCursor(next(cells, cursor, -1));
    } else if (e.key === ' ' || e.key === 'Delete') {
      done();
      put([cursor], '0');
      setCursor(next(cells, cursor));
    } else if (e.key === 'f') {
      done();
      put(restOfRow(cursor, tray.rowCells), last);
      setCursor(next(cells, end(cells, true, row, row + tray.rowCells)));
    } else if (e.key === 'u') {
      done();
      undo();
    }
  };
  const sign = cells[cursor];
  return (
    <Box sx={{ mb: 1 }}>
      <Box
        component="svg"
        ref={svg}
        viewBox={`0 0 ${beside + across * size + 8} ${top + down * size + 6}`}
        width={beside + across * size + 8}
        role="application"
        aria-label={`Tray ${tray.code}: type a digit for each cell. Row ${Math.floor(cursor / tray.rowCells) + 1}, cell ${(cursor % tray.rowCells) + 1}: ${sign === nobody ? 'not sown' : sign}`}
        aria-keyshortcuts="0 1 2 3 ArrowLeft ArrowRight ArrowUp ArrowDown Home End Backspace f u"
        tabIndex={readOnly ? -1 : 0}
        onKeyDown={key}
        onPointerDown={down_}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={rest}
        onContextMenu={(e) => e.preventDefault()}
        sx={{
          display: 'block',
          maxWidth: '100%',
          touchAction: 'manipulation',
          userSelect: 'none',
          cursor: readOnly ? 'default' : 'pointer',
          fontFamily: condensed,
          '&:focus': { outline: 'none' },
          '& .cursor': { stroke: 'none' },
          '&:focus .cursor': { stroke: 'var(--mui-palette-text-primary)' },
        }}
      >
        <rect
          x={beside}
          y={top - 4}
          width={across * size + 8}
          height={down * size + 8}
          rx={7}
          fill="var(--mui-palette-bench-main)"
          stroke="var(--mui-palette-divider)"
        />
        {rowSpans(tray).map((s) => (
          <RowTag
            key={s.from}
            from={s.from - 1}
            to={s.to}
            code={s.code}
            mine={s.batchId === batchId}
            size={size}
            turned={turned}
            top={top}
            left={beside}
          />
        ))}
        {signs(cells).map((c, i) => {
          const [x, y] = placeOf(i, tray.rowCells, turned);
          return <Cell key={i} x={beside + 4 + x * size} y={top + y * size} size={size} sign={c} fate={fates.get(i) ?? null} />;
        })}
        {!readOnly && <Cursor cursor={placeOf(cursor, tray.rowCells, turned)} size={size} left={beside + 4} top={top} />}
      </Box>
    </Box>
  );
}

function Cursor({ cursor: [x, y], size, left, top }: { cursor: [number, number]; size: number; left: number; top: number }) {
  return (
    <rect
      className="cursor"
      x={left + x * size + 0.5}
      y={top + y * size + 0.5}
      width={size - 1}
      height={size - 1}
      rx={5}
      fill="none"
      strokeWidth={3}
    />
  );
}

function RowTag(props: {
  from: number;
  to: number;
  code: string;
  mine: boolean;
  size: number;
  turned: boolean;
  top: number;
  left: number;
}) {
  const { from, to, code, mine, size, turned, top, left } = props;
  const length = (to - from) * size;
  const fill = mine ? 'var(--mui-palette-label-main)' : 'none';
  const ink = mine ? 'var(--mui-palette-label-ink)' : 'var(--mui-palette-text-secondary)';
  const edge = mine ? 'none' : 'var(--mui-palette-divider)';
  const short = code.slice(-2);
  if (turned)
    return (
      <g>
        <rect x={left + 4 + from * size + 1} y={2} width={length - 2} height={24} rx={3} fill={fill} stroke={edge} />
        <text x={left + 4 + from * size + length / 2} y={19} textAnchor="middle" fontSize={15} fontWeight={600} fill={ink}>
          {length > 46 ? code : short}
        </text>
      </g>
    );
  return (
    <g>
      <rect x={1} y={top + from * size + 1} width={gap - 8} height={length - 2} rx={3} fill={fill} stroke={edge} />
      <text
        x={(gap - 8) / 2 + 1}
        y={top + from * size + length / 2 + 5}
        textAnchor="middle"
        fontSize={15}
        fontWeight={600}
        fill={ink}
      >
        {code}
      </text>
    </g>
  );
}

/** None: an empty hole. One: a full round. Two: two rounds. More: a square. The number stands in each. */
const Cell = memo(function Cell({
  x,
  y,
  size,
  sign,
  fate,
}: {
  x: number;
  y: number;
  size: number;
  sign: string;
  fate: Schemas['Fate'] | null;
}) {
  const middle = size / 2;
  if (sign === nobody)
    return <rect x={x + middle - 2} y={y + middle - 2} width={4} height={4} rx={2} fill="var(--mui-palette-divider)" />;
  const n = Number(sign);
  const r = size * 0.34;
  const ink = 'var(--mui-palette-text-primary)';
  const stem = 'var(--mui-palette-stem-main)';
  const paper = 'var(--mui-palette-background-paper)';
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect x={1.5} y={1.5} width={size - 3} height={size - 3} rx={4} fill={paper} />
      {n === 0 && (
        <circle
          cx={middle}
          cy={middle}
          r={r * 0.8}
          fill="none"
          stroke="var(--mui-palette-text-secondary)"
          strokeDasharray="2 3"
        />
      )}
      {n === 1 && <circle cx={middle} cy={middle} r={r} fill={stem} />}
      {n === 2 && (
        <>
          <circle cx={middle - r * 0.42} cy={middle} r={r * 0.86} fill={stem} stroke={paper} strokeWidth={1.5} />
          <circle cx={middle + r * 0.42} cy={middle} r={r * 0.86} fill={ink} stroke={paper} strokeWidth={1.5} />
        </>
      )}
      {n > 2 && <rect x={middle - r} y={middle - r} width={2 * r} height={2 * r} rx={2} fill={ink} />}
      {fate === 'snip' && (
        <line
          x1={size * 0.14}
          y1={size * 0.86}
          x2={size * 0.86}
          y2={size * 0.14}
          stroke="var(--mui-palette-error-main)"
          strokeWidth={Math.max(2, size * 0.06)}
        />
      )}
      <text
        x={middle}
        y={middle + size * 0.13}
        textAnchor="middle"
        fontSize={size * 0.38}
        fontWeight={600}
        fill={n === 0 ? 'var(--mui-palette-text-secondary)' : paper}
      >
        {n}
      </text>
      {fate === 'separate' && (
        <path
          d={`M${size * 0.3} ${size * 0.88}h${size * 0.4}m${-size * 0.1} ${-size * 0.08}l${size * 0.1} ${size * 0.08}l${-size * 0.1} ${size * 0.08}M${size * 0.4} ${size * 0.8}l${-size * 0.1} ${size * 0.08}l${size * 0.1} ${size * 0.08}`}
          fill="none"
          stroke={ink}
          strokeWidth={2}
        />
      )}
    </g>
  );
});
