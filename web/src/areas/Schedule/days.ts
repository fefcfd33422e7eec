const DAY = 86_400_000;
const utc = (day: string) => Date.parse(`${day}T00:00:00Z`);
const iso = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** A day so many days later. */
export const addDays = (day: string, days: number) => iso(utc(day) + days * DAY);

/** The Monday of a day's week. */
export const mondayOf = (day: string) => addDays(day, -((new Date(utc(day)).getUTCDay() + 6) % 7));

/** The first day of a day's month. */
export const firstOfMonth = (day: string) => `${day.slice(0, 7)}-01`;

/** The first day of a month so many months later. */
export function addMonths(day: string, months: number): string {
  const [year, month] = day.split('-').map(Number) as [number, number];
  return iso(Date.UTC(year, month - 1 + months, 1));
}

/** What a face of the calendar shows around a day: its first day and how many. */
export function range(face: 'day' | 'week' | 'month', day: string): { from: string; days: number } {
  if (face === 'day') return { from: day, days: 1 };
  if (face === 'week') return { from: mondayOf(day), days: 7 };
  const from = mondayOf(firstOfMonth(day));
  const last = addDays(addMonths(day, 1), -1);
  return { from, days: Math.ceil((utc(last) - utc(from) + DAY) / DAY / 7) * 7 };
}

/** The same face a step further. */
export function step(face: 'day' | 'week' | 'month', day: string, by: number): string {
  return face === 'month' ? addMonths(day, by) : addDays(day, by * (face === 'week' ? 7 : 1));
}

const shown = (day: string, options: Intl.DateTimeFormatOptions) =>
  new Date(utc(day)).toLocaleDateString('en-US', { timeZone: 'UTC', ...options });

/** Mon 23. */
export const shortDay = (day: string) => `${shown(day, { weekday: 'short' })} ${Number(day.slice(8))}`;

/** Monday, November 23. */
export const longDay = (day: string) => shown(day, { weekday: 'long', month: 'long', day: 'numeric' });

/** Mon, Nov 23. */
export const dayInWords = (day: string) => shown(day, { weekday: 'short', month: 'short', day: 'numeric' });

/** What a face is called: Mon, Nov 23 · Nov 23 – 29 · November 2026. */
export function heading(face: 'day' | 'week' | 'month', day: string): string {
  if (face === 'day') return dayInWords(day);
  if (face === 'month') return shown(day, { month: 'long', year: 'numeric' });
  const from = mondayOf(day);
  const until = addDays(from, 6);
  const month = (d: string) => shown(d, { month: 'short' });
  return `${month(from)} ${Number(from.slice(8))} – ${month(from) === month(until) ? '' : `${month(until)} `}${Number(until.slice(8))}`;
}
