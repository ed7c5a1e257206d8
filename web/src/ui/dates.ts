import dayjs from 'dayjs';

/** "Tue 14 Apr". */
export const day = (iso: string): string => dayjs(iso).format('ddd D MMM');

/** "Tue 14 Apr, 17:20". */
export const moment = (iso: string): string => dayjs(iso).format('ddd D MMM, HH:mm');

/** The time of day: "08:15". */
export const clock = (iso: string): string => dayjs(iso).format('HH:mm');

/** "14–19 Apr", "28 Apr – 3 May"; one day where both are the same. */
export function span(low: string, high: string): string {
  const [a, b] = [dayjs(low), dayjs(high)];
  if (a.isSame(b, 'day')) return a.format('D MMM');
  return a.isSame(b, 'month') ? `${a.format('D')}–${b.format('D MMM')}` : `${a.format('D MMM')} – ${b.format('D MMM')}`;
}

export const plusDays = (iso: string, days: number): string => dayjs(iso).add(days, 'day').format('YYYY-MM-DD');

export const daysBetween = (from: string, to: string): number => dayjs(to).diff(dayjs(from), 'day');

/** The first of each month within a span, with its name; of spans over two years, of each January. */
export function monthsBetween(from: string, to: string): { iso: string; label: string }[] {
  const months = [];
  for (let m = dayjs(from).startOf('month').add(1, 'month'); !m.isAfter(dayjs(to)); m = m.add(1, 'month'))
    months.push({ iso: m.format('YYYY-MM-DD'), label: m.month() === 0 ? m.format('MMM YYYY') : m.format('MMM') });
  return months.length > 14 ? months.filter((m) => m.iso.slice(5, 7) === '01') : months;
}

/** "today", "tomorrow", "in 5 days", "3 days ago". */
export function away(from: string, to: string): string {
  const days = daysBetween(from, to);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return days > 0 ? `in ${days} days` : `${-days} days ago`;
}

/** "45 min", "3 h 10 min". */
export function duration(minutes: number): string {
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return rest === 0 ? `${Math.floor(minutes / 60)} h` : `${Math.floor(minutes / 60)} h ${rest} min`;
}

/** "25 min", "1½ h", "15 h": of estimates nobody wants the minutes. */
export function roughly(minutes: number): string {
  if (minutes < 10) return `${Math.max(1, Math.round(minutes))} min`;
  if (minutes < 55) return `${Math.round(minutes / 5) * 5} min`;
  const halves = Math.round(minutes / 30);
  if (halves >= 20) return `${Math.round(minutes / 60)} h`;
  const whole = Math.floor(halves / 2);
  return `${whole === 0 ? '' : whole}${halves % 2 === 1 ? '½' : ''} h`;
}

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/**
 * A day as growers type it: "18 4", "18.4.", "18 Apr", "Apr 18", "18" of this month, "2026-04-18", "today", "yesterday", "-2".
 * The year is the one that comes nearest. Null where it is no day.
 */
export function readDay(text: string, near: string): string | null {
  const plain = text.trim().toLowerCase();
  const from = dayjs(near);
  if (plain === 'today') return near;
  if (plain === 'yesterday') return plusDays(near, -1);
  if (plain === 'tomorrow') return plusDays(near, 1);
  if (/^[+−-]\d{1,3}$/.test(plain)) return plusDays(near, Number(plain.replace('−', '-')));
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(plain);
  if (iso) return made(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  // A weekday before it is said by many, and asked by nobody.
  const parts = plain
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[\s,]+/, '')
    .split(/[\s./-]+/)
    .filter((p) => p !== '');
  if (parts.length === 0 || parts.length > 3) return null;
  const word = parts.findIndex((p) => /^[a-z]{3,}$/.test(p));
  const month = word >= 0 ? months.findIndex((m) => parts[word]?.startsWith(m)) + 1 : Number(parts[1] ?? from.month() + 1);
  const date = Number(word === 0 ? parts[1] : parts[0]);
  const year = parts[2] === undefined ? null : Number(parts[2]) + (parts[2].length === 2 ? 2000 : 0);
  if (![month, date, year ?? 2000].every(Number.isInteger)) return null;
  // Who writes the month first is understood where only that is a day.
  const [m, d] = word < 0 && month > 12 && date <= 12 ? [date, month] : [month, date];
  if (year !== null) return made(year, m, d);
  const days = [-1, 0, 1].map((y) => made(from.year() + y, m, d)).filter((day) => day !== null);
  return days.sort((a, b) => Math.abs(daysBetween(near, a)) - Math.abs(daysBetween(near, b)))[0] ?? null;
}

/** A day that there is; null for the 31st of April. */
function made(year: number, month: number, date: number): string | null {
  const day = dayjs(`${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`);
  return day.isValid() && day.year() === year && day.month() + 1 === month && day.date() === date
    ? day.format('YYYY-MM-DD')
    : null;
}
