import type { Schemas } from '../api/client';
import { volume, type UnitSystem } from '../ui/units';

type Need = Schemas['Need'];
type Left = Schemas['StoreLeft'];

/** Something to have ready, with what the store holds of it. */
export interface Listed {
  key: string;
  name: string;
  mix: boolean;
  amount: number;
  bags: number | null;
  by: string | null;
  /** What is counted for it; null: it is not kept in the store. */
  store: { kind: Schemas['StoreKind']; container: string | null } | null;
  have: number | null;
  buy: number;
}

/** What is needed beside what is there. Mix is counted as one, whatever its parts. */
export function listed(needs: Need[], left: Left[], containers: { id: string; name: string }[]): Listed[] {
  const row = (n: Need, name: string, store: Listed['store']): Listed => {
    const have = store
      ? (left.find((l) => l.kind === store.kind && (l.container ?? null) === store.container)?.left ?? null)
      : null;
    return {
      key: `${n.kind} ${n.name ?? ''}`,
      name,
      mix: n.kind === 'mix',
      amount: n.amount,
      bags: n.bags ?? null,
      by: n.by,
      store,
      have,
      buy: have === null ? 0 : Math.max(0, n.amount - have),
    };
  };
  const mixes = needs.filter((n) => n.kind === 'mix');
  const whole = mixes.reduce((sum, n) => sum + n.amount, 0);
  const first = mixes.map((n) => n.by).sort()[0];
  return [
    ...together(needs.filter((n) => n.kind !== 'mix')).map((n) => {
      if (n.kind === 'labels') return row(n, 'Labels', { kind: 'labels', container: null });
      const container = containers.find((c) => c.name === n.name);
      return n.kind === 'seed' || !container
        ? row(n, [n.name, n.kind === 'seed' ? 'seed' : ''].filter(Boolean).join(' '), null)
        : row(n, container.name, { kind: 'containers', container: container.id });
    }),
    ...(first
      ? [
          row({ kind: 'mix', name: null, amount: whole, by: first, bags: null }, 'Mix, all parts', {
            kind: 'mix',
            container: null,
          }),
        ]
      : []),
    ...mixes.map((n) => row(n, `– ${n.name ?? ''}`, null)),
  ];
}

/** Pots that are sown into and pots that are moved into lie in one heap. */
function together(needs: Need[]): Need[] {
  const heaps = new Map<string, Need>();
  for (const n of needs) {
    const key = n.kind === 'trays' || n.kind === 'pots' ? `container ${n.name ?? ''}` : `${n.kind} ${n.name ?? ''}`;
    const heap = heaps.get(key);
    heaps.set(key, heap ? { ...heap, amount: heap.amount + n.amount, by: heap.by < n.by ? heap.by : n.by } : n);
  }
  return [...heaps.values()];
}

/** The list for a table program. */
export function csv(rows: Listed[], units: UnitSystem): string {
  const cell = (text: string) =>
    /[",\n]|^[=+@-]/.test(text) ? `"${text.replace(/"/g, '""').replace(/^([=+@-])/, "'$1")}"` : text;
  const amount = (row: Listed, n: number | null) => (n === null ? '' : String(row.mix ? volume.shown(n, units) : Math.ceil(n)));
  return [
    'what,unit,needed,by,in store,to buy',
    ...rows.map((r) =>
      [
        cell(r.name.replace(/^– /, '')),
        r.mix ? volume.unit(units) : '',
        amount(r, r.amount),
        r.by ?? '',
        amount(r, r.have),
        r.have === null ? '' : amount(r, r.buy),
      ].join(','),
    ),
    '',
  ].join('\n');
}
