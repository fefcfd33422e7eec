import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';

/** Whose messages: those about an order, or all of a customer. */
export interface Target {
  orderId?: number;
  customerId?: number;
}

/** What was written, and where the customer can be written to. */
export function useThread({ orderId, customerId }: Target) {
  return useQuery({
    queryKey: ['messages', orderId ?? null, customerId ?? null],
    queryFn: ({ signal }) =>
      orderId !== undefined
        ? unwrap(api.GET('/api/orders/{id}/messages', { signal, params: { path: { id: orderId } } }))
        : unwrap(api.GET('/api/customers/{id}/messages', { params: { path: { id: customerId ?? 0 } } })),
  });
}

/** Documents that an order has something for; not there while they are asked for, or without an order at hand. */
export function useOffered(orderId: number | undefined): Schemas['OfferedDocument'][] | undefined {
  return useQuery({
    queryKey: ['order', orderId, 'documents'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/documents', { signal, params: { path: { id: orderId ?? 0 } } })),
    enabled: orderId !== undefined,
  }).data;
}
