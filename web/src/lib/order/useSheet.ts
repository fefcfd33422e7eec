import { useQuery } from '@tanstack/react-query';
import { createContext, useContext } from 'react';
import { api, unwrap, type Schemas } from '../api';
import { holding } from '../outside';
import type { Edits } from './useEdits';

export type Sheet = Schemas['SheetView'];
export type Job = Schemas['SheetJob'];
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
export function headerText(sheet: Sheet, field: string): string {
  const raw = field === 'contactId' ? sheet.contact?.id : field === 'siteId' ? sheet.site?.id : sheet[field as keyof Sheet];
  return raw === null || raw === undefined ? '' : String(raw as string | number | boolean);
}

/** An order's sheet, kept up to date as anyone changes it. */
export function useSheet(id: number) {
  return useQuery({ queryKey: ['order', id], queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}', { signal, params: { path: { id } } })) });
}

/** What is offered with the jobs of an order: additions, other jobs in their place, work for parts. Asked once the sheet has settled. */
export function useOffers(id: number, version: number, enabled: boolean) {
  return (
    useQuery({
      queryKey: ['offers', id, version],
      queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/offers', { signal, params: { path: { id } } })),
      placeholderData: (before) => before,
      enabled,
    }).data ?? []
  );
}

/** What is known of the order's car. */
export function useFacts(id: number, version: number, enabled: boolean) {
  return useQuery({
    queryKey: ['facts', id, version],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/facts', { signal, params: { path: { id } } })),
    placeholderData: (before) => before,
    enabled,
    ...holding(2000),
  });
}

/** What opens beside the sheet. */
export type Beside =
  | { kind: 'facts' | 'guide' | 'canned' | 'earlier' | 'services' | 'record' | 'details' | 'send' | 'messages'; jobId?: number }
  | { kind: 'source'; lineIds: number[] }
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
export const SheetContext = createContext<Sheet | null>(null);

/** What can be done on the sheet that this part belongs to. */
export function useActions(): Actions {
  const actions = useContext(ActionsContext);
  if (!actions) throw new Error('This part belongs on a sheet.');
  return actions;
}

/** The sheet that this part belongs to, and what can be done on it. */
export function useWork(): Actions & { sheet: Sheet } {
  const sheet = useContext(SheetContext);
  if (!sheet) throw new Error('This part belongs on a sheet.');
  return { ...useActions(), sheet };
}
