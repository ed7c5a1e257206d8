import Box from '@mui/material/Box';
import { condensed } from '../app/theme';
import type { Schemas } from '../api/client';

interface Props {
  tray: Schemas['BenchTray'];
  rows: number;
  rowCells: number;
  drills: boolean;
  /** Codes of the batches in their order, over all trays. */
  order: string[];
}

/** A tray to fill: which row has what, in ink that prints. */
export function BenchTray({ tray, rows, rowCells, drills, order }: Props) {
  const size = Math.max(9, Math.min(20, Math.floor(232 / rowCells)));
  const tags = 74;
  const [width, height] = [rowCells * size + 8, rows * size + 8];
  const spans: { from: number; to: number; code: string }[] = [];
  for (const r of tray.rows) {
    const last = spans.at(-1);
    if (last && last.code === r.code && last.to === r.row - 1) last.to = r.row;
    else spans.push({ from: r.row, to: r.row, code: r.code });
  }
  const cellsOf = (row: number) => tray.rows.find((r) => r.row === row)?.cells ?? 0;
  // Neighbours are told apart by their filling as well as by their tag.
  const shade = (row: number) => order.indexOf(spans.find((s) => row >= s.from && row <= s.to)?.code ?? '') % 2;
  return (
    <Box sx={{ breakInside: 'avoid' }}>
      <Box
        component="svg"
        viewBox={`0 0 ${tags + width} ${height}`}
        width={tags + width}
        role="img"
        aria-label={`${tray.code ?? 'Tray'}: ${spans.map((s) => `rows ${s.from} to ${s.to} ${s.code}`).join(', ')}`}
        sx={{ maxWidth: '100%', display: 'block', fontFamily: condensed, fill: 'var(--mui-palette-text-primary)' }}
      >
        <rect
          x={tags + 0.5}
          y={0.5}
          width={width - 1}
          height={height - 1}
          rx={4}
          fill="none"
          stroke="var(--mui-palette-text-secondary)"
        />
        {spans.map((s) => (
          <text
            key={s.from}
            x={tags - 8}
            y={4 + ((s.from + s.to - 1) / 2) * size + 5}
            textAnchor="end"
            fontSize={15}
            fontWeight={600}
          >
            {s.code}
          </text>
        ))}
        {Array.from({ length: rows }, (_, row) => (
          <g key={row}>
            {drills ? (
              <line
                x1={tags + 8}
                x2={tags + 8 + (width - 16) * (cellsOf(row + 1) / rowCells)}
                y1={4 + (row + 0.5) * size}
                y2={4 + (row + 0.5) * size}
                stroke="currentColor"
                strokeWidth={2}
                strokeDasharray={shade(row + 1) ? '6 4' : '2 3'}
              />
            ) : (
              Array.from({ length: rowCells }, (_unused, i) => (
                <rect
                  key={i}
                  x={tags + 4 + i * size + 1}
                  y={4 + row * size + 1}
                  width={size - 2}
                  height={size - 2}
                  rx={2}
                  fill={
                    i >= cellsOf(row + 1)
                      ? 'none'
                      : shade(row + 1)
                        ? 'color-mix(in srgb, var(--mui-palette-stem-main) 35%, transparent)'
                        : 'var(--mui-palette-stem-main)'
                  }
                  stroke="var(--mui-palette-text-secondary)"
                  strokeWidth={0.7}
                />
              ))
            )}
            {row > 0 && spans.some((s) => s.from === row + 1) && (
              <line
                x1={tags - 30}
                x2={tags + width}
                y1={4 + row * size}
                y2={4 + row * size}
                stroke="currentColor"
                strokeWidth={1.5}
              />
            )}
          </g>
        ))}
      </Box>
    </Box>
  );
}
