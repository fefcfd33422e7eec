/** An amount with two decimals and grouping, without currency sign. */
export function amount(value: number): string {
  return value.toLocaleString('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 2 });
}

/** An amount with up to four decimals, as unit prices have. */
export function unitAmount(value: number): string {
  return value.toLocaleString('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 4 });
}

/** A total with the sign of its currency. */
export function money(value: number, currency: string): string {
  return value.toLocaleString('en-US', { style: 'currency', currency });
}

/** A figure as short as it is exact. */
export function figure(value: number): string {
  return value.toLocaleString('en-US', { maximumFractionDigits: 3 });
}

/** A quantity as it can be typed back: without grouping, for in quantities a comma is a decimal. */
export function typedQuantity(value: number): string {
  return value.toLocaleString('en-US', { useGrouping: false, maximumFractionDigits: 3 });
}

/** Hours as they can be typed back. */
export function typedHours(value: number): string {
  return value.toFixed(2);
}

/** An odometer reading, grouped. */
export function typedReading(value: number): string {
  return value.toLocaleString('en-US');
}

/** Hours with two decimals. */
export function hours(value: number): string {
  return `${value.toLocaleString('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 2 })} h`;
}

/** Wall time of the shop as minutes since midnight; the browser's own zone plays no part. */
export function minutesOfDay(wall: string): number {
  return Number(wall.slice(11, 13)) * 60 + Number(wall.slice(14, 16));
}

/** Wall time as people say it: 3:30 pm. */
export function clock(wall: string): string {
  const hour = Number(wall.slice(11, 13));
  return `${hour % 12 === 0 ? 12 : hour % 12}:${wall.slice(14, 16)} ${hour < 12 ? 'am' : 'pm'}`;
}

const DAY = 86_400_000;

/** A wall-time day as people say it, seen from today: today, tomorrow, Fri Nov 27. */
export function day(wall: string, today: string): string {
  const days = Math.round((Date.parse(wall.slice(0, 10)) - Date.parse(today.slice(0, 10))) / DAY);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  const date = new Date(`${wall.slice(0, 10)}T00:00:00Z`);
  const sameYear = wall.slice(0, 4) === today.slice(0, 4);
  return date.toLocaleDateString('en-US', {
    timeZone: 'UTC',
    weekday: sameYear ? 'short' : undefined,
    month: 'short',
    day: 'numeric',
    year: sameYear ? undefined : 'numeric',
  });
}

/** Day and time: today 3:30 pm. */
export function moment(wall: string, today: string): string {
  return `${day(wall, today)} ${clock(wall)}`;
}

/** A UTC moment as wall time of a zone, in the form that the server sends wall times in. */
export function wallTime(utc: string, zone: string): string {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(new Date(utc));
  const part = (type: string) => parts.find((p) => p.type === type)?.value ?? '00';
  return `${part('year')}-${part('month')}-${part('day')}T${part('hour')}:${part('minute')}:${part('second')}`;
}

/** A wall time so many minutes into its day. */
export function atMinutes(wall: string, minutes: number): string {
  const clamped = Math.max(0, Math.min(1439, Math.round(minutes)));
  return `${wall.slice(0, 10)}T${String(Math.floor(clamped / 60)).padStart(2, '0')}:${String(clamped % 60).padStart(2, '0')}:00`;
}

/** A reading with grouping and unit. */
export function reading(value: number, unit: string): string {
  return `${value.toLocaleString('en-US')} ${unit === 'Miles' ? 'mi' : 'km'}`;
}

/** So much time, in words: 40 min, 3 h 10, and 2 days unless hours are asked for. */
export function spell(minutes: number, inDays = true): string {
  if (minutes < 60) return `${minutes} min`;
  if (minutes < 60 * 24 || !inDays)
    return `${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${String(minutes % 60).padStart(2, '0')}` : ''}`;
  return `${Math.floor(minutes / (60 * 24))} days`;
}

/** A size as people read it: `3.4 MB`. */
export function bytes(size: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB', 'TB'];
  let at = 0;
  let rest = size;
  for (; rest >= 1000 && at < units.length - 1; at++) rest /= 1000;
  return `${at === 0 || rest >= 100 ? Math.round(rest) : rest.toFixed(1)} ${units[at]}`;
}
