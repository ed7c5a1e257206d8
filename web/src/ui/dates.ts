import dayjs from 'dayjs';

/** "Tue 14 Apr". */
export const day = (iso: string): string => dayjs(iso).format('ddd D MMM');

/** "Tue 14 Apr, 17:20". */
export const moment = (iso: string): string => dayjs(iso).format('ddd D MMM, HH:mm');

/** "14–19 Apr", "28 Apr – 3 May"; one day where both are the same. */
export function span(low: string, high: string): string {
  const [a, b] = [dayjs(low), dayjs(high)];
  if (a.isSame(b, 'day')) return a.format('D MMM');
  return a.isSame(b, 'month') ? `${a.format('D')}–${b.format('D MMM')}` : `${a.format('D MMM')} – ${b.format('D MMM')}`;
}

export const plusDays = (iso: string, days: number): string => dayjs(iso).add(days, 'day').format('YYYY-MM-DD');

export const daysBetween = (from: string, to: string): number => dayjs(to).diff(dayjs(from), 'day');

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
