import { Refused } from '../../Approval/page/talk';
import type { components } from '../../../lib/schema';

type Schemas = components['schemas'];
export type Page = Schemas['BookingPage'];
export type Day = Schemas['BookableDay'];
export type Booking = Schemas['BookingView'];
export type Request = Schemas['BookingRequest'];

export type Question = Schemas['QuestionRequest'];

/** Books; the id makes a second try of the same booking the same one. */
export const book = (id: string, body: Request) => post<Schemas['BookingTaken']>('booking', id, body);

/** Asks something; a second try of the same question is the same one. */
export const question = (id: string, body: Question) => post<Schemas['QuestionTaken']>('booking/questions', id, body);

export type Known = Schemas['KnownCustomer'];

/** Has a code texted to a telephone; it is said the same way where nobody has it. */
export const sendCode = (phone: string, website: string) => post<Schemas['CodeSent']>('booking/code', newId(), { phone, website });

/** Enters the code; a second try of the same id is the same one. */
export const enterCode = (id: string, phone: string, code: string) => post<Known>('booking/code/entered', id, { phone, code });

async function post<T>(path: string, id: string, body: unknown): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(`/api/customers-pages/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Command-Id': id },
      body: JSON.stringify(body),
    });
  } catch {
    throw new Refused('You appear to be offline. Nothing you entered is lost. Try again in a moment.');
  }
  const parsed = (await answer.json().catch(() => null)) as (T & { detail?: string; field?: string }) | null;
  if (!answer.ok || !parsed)
    throw new Refused(
      answer.status === 429
        ? 'Too many tries. Wait a minute and try again.'
        : (parsed?.detail ?? 'This page is not responding. Try again in a moment.'),
      parsed?.field,
      answer.status,
    );
  return parsed;
}

/** A new UUID (RFC 9562, version 4); the browser's own is there on HTTPS only. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  return [...bytes].map((byte, i) => ([4, 6, 8, 10].includes(i) ? '-' : '') + byte.toString(16).padStart(2, '0')).join('');
}

/** A day as people say it: `Tuesday, December 1`. */
export const dayWords = (day: string) =>
  new Date(`${day}T12:00:00`).toLocaleDateString('en-US', { weekday: 'long', month: 'long', day: 'numeric' });

/** A time of day as people say it: `8:30 am`. */
export function timeWords(time: string): string {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  return `${hour % 12 || 12}:${String(minute).padStart(2, '0')} ${hour < 12 ? 'am' : 'pm'}`;
}

/** How long a service takes, in words. */
export function lengthWords(minutes: number): string {
  const hours = Math.floor(minutes / 60);
  const rest = minutes % 60;
  return [hours > 0 ? `${hours} h` : '', rest > 0 ? `${rest} min` : ''].filter(Boolean).join(' ');
}
