import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useEffect, type Context } from 'react';
import { api, unwrap, type Schemas } from '../api';
import { holding } from '../outside';
import { mergeSheet, showing, tagsOf, type Around, type Header, type Job, type Sheet, type Totals } from './sheet';
import type { Edits } from './useEdits';

export { workAndHeadOf, workOf, type Header, type Job, type Sheet } from './sheet';
export type Line = Schemas['SheetLine'];
export type Companion = Schemas['SheetCompanion'];
export type LineKind = Schemas['LineKind'];
export type TakeRequest = Schemas['AddToOrderRequest'];

/** What to take, with only what is said. */
export function wanted(request: Partial<TakeRequest> & { kind: string }): TakeRequest {
  return {
    jobId: null,
    lineId: null,
    id: null,
    code: null,
    supplier: null,
    number: null,
    asked: null,
    askedBy: null,
    value: null,
    on: null,
    reason: null,
    laborOnly: false,
    services: null,
    hard: false,
    oneJob: false,
    reading: null,
    insteadOf: null,
    ...request,
  };
}

/** A field of the header as it would be typed, so that undo can put it back. */
export function headerText(header: Header, field: string): string {
  const raw = field === 'contactId' ? header.contact?.id : field === 'siteId' ? header.site?.id : header[field as keyof Header];
  return raw === null || raw === undefined ? '' : String(raw as string | number | boolean);
}

/** An order's sheet, kept up to date as anyone changes it; of what this screen has, nothing is sent again. */
export function useSheet(id: number) {
  const client = useQueryClient();
  const queryKey = ['order', id];
  const sheet = useQuery({
    queryKey,
    queryFn: async ({ signal }): Promise<Sheet> => {
      const read = (has: string) =>
        unwrap(api.GET('/api/orders/{id}', { signal, params: { path: { id } }, headers: has ? { 'X-Sheet': has } : {} }));
      const held = () => client.getQueryData<Sheet>(queryKey);
      return mergeSheet(held(), await read(tagsOf(held()))) ?? mergeSheet(undefined, await read(''))!;
    },
  });
  const { data } = sheet;
  useEffect(() => (data ? showing(data) : undefined), [data]);
  return sheet;
}

/** What is offered with the jobs of an order: additions, other jobs in their place, work for parts. Asked once the sheet has settled. */
export function useOffers(id: number, work: string, enabled: boolean) {
  return (
    useQuery({
      queryKey: ['offers', id, work],
      queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/offers', { signal, params: { path: { id } } })),
      placeholderData: (before) => before,
      enabled,
    }).data ?? []
  );
}

/** What is known of the order's car. */
export function useFacts(id: number, work: string, enabled: boolean) {
  return useQuery({
    queryKey: ['facts', id, work],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/facts', { signal, params: { path: { id } } })),
    placeholderData: (before) => before,
    enabled,
    ...holding(2000),
  });
}

/** What opens beside the sheet. */
export type Beside =
  | {
      kind: 'facts' | 'guide' | 'canned' | 'earlier' | 'known' | 'services' | 'record' | 'details' | 'send' | 'messages';
      jobId?: number;
      use?: string;
    }
  | { kind: 'source'; lineIds: number[]; find?: string }
  | { kind: 'line'; lineId: number };

/** What a row can do; it stays the same while figures change, so that only rows that changed are drawn anew. */
export interface Actions {
  orderId: number;
  edits: Edits;
  closed: boolean;
  margins: boolean;
  /** Today in the shop, as yyyy-mm-dd. */
  today: string;
  zone: string;
  /** Short names of people by key. */
  names: ReadonlyMap<number, string>;
  why: (key: string, title: string, anchor: HTMLElement) => void;
  open: (beside: Beside) => void;
  discount: (target: { jobId?: number; lineId?: number; title: string }) => void;
}

export const ActionsContext = createContext<Actions | null>(null);
export const HeaderContext = createContext<Header | null>(null);
export const JobsContext = createContext<Job[] | null>(null);
export const TotalsContext = createContext<Totals | null>(null);
export const AroundContext = createContext<Around | null>(null);

function useOnSheet<T>(context: Context<T | null>): T {
  const value = useContext(context);
  if (!value) throw new Error('This part belongs on a sheet.');
  return value;
}

/** What can be done on the sheet that this part belongs to. */
export const useActions = (): Actions => useOnSheet(ActionsContext);
/** Whose car it is, where it stands, what was promised. */
export const useHeader = (): Header => useOnSheet(HeaderContext);
/** Jobs with lines and figures. */
export const useJobs = (): Job[] => useOnSheet(JobsContext);
/** Totals and the ceiling. */
export const useTotals = (): Totals => useOnSheet(TotalsContext);
/** What was sent and answered, files, findings, the invoice. */
export const useAround = (): Around => useOnSheet(AroundContext);
