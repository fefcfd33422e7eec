import type { components } from '../../../lib/schema';

type Schemas = components['schemas'];
export type View = Schemas['ApprovalPageView'];
export type Term = Schemas['DeferralTerm'];
export type Choice = Schemas['SelectionTotals'];
export type ShownJob = Schemas['SnapshotJob'];
export type Finding = Schemas['SnapshotFinding'];

/** What went wrong, in one sentence for the customer. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly field?: string,
    readonly status?: number,
  ) {
    super(message);
  }
}

export type Paper = Schemas['DocumentLinkPageView'];
export type ToPay = Schemas['InvoiceToPay'];

/** Asks the shop's server about a link to an estimate. */
export const talk = <T>(token: string, path: string, body?: unknown): Promise<T> => ask(`estimates/${token}${path}`, body);

/** Asks the shop's server about a customer's link. */
export async function ask<T>(path: string, body?: unknown): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(`/api/customers-pages/${path}`, {
      method: body === undefined ? 'GET' : 'POST',
      headers: body === undefined ? {} : { 'Content-Type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new Refused('You appear to be offline. Nothing you chose is lost. Try again in a moment.');
  }
  if (answer.status === 204) return undefined as T;
  const text = await answer.text();
  const parsed: unknown = text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null;
  if (!answer.ok) {
    const problem = parsed as { detail?: string; field?: string } | null;
    throw new Refused(
      answer.status === 429
        ? 'Too many tries. Wait a minute and try again.'
        : (problem?.detail ?? 'This page is not responding. Try again in a moment.'),
      problem?.field,
      answer.status,
    );
  }
  return parsed as T;
}

/** What the customer chose so far, kept so that a closed page loses nothing. */
export interface Draft {
  said: Record<number, 'Approved' | 'Declined' | 'Deferred'>;
  later: Record<number, Term>;
  linesOut: number[];
  known: number[];
  name: string;
}

const empty: Draft = { said: {}, later: {}, linesOut: [], known: [], name: '' };

export function readDraft(token: string): Draft {
  try {
    return { ...empty, ...(JSON.parse(localStorage.getItem(`draft:${token}`) ?? '{}') as Partial<Draft>) };
  } catch {
    return empty;
  }
}

export const keepDraft = (token: string, draft: Draft) => localStorage.setItem(`draft:${token}`, JSON.stringify(draft));
export const dropDraft = (token: string) => localStorage.removeItem(`draft:${token}`);

/** Amounts in a currency, as people write them. */
export const moneyIn = (currency = 'USD') => {
  const words = new Intl.NumberFormat('en-US', { style: 'currency', currency });
  return (amount: number) => words.format(amount);
};
