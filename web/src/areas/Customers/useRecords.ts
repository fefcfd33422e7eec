import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';

export type CustomerPageView = Schemas['CustomerView'];
export type VehiclePageView = Schemas['VehicleView'];
export type History = Schemas['HistoryPage'];

/** A customer's page. */
export function useCustomerPage(id: number) {
  return useQuery({
    queryKey: ['customer', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers/{id}/page', { signal, params: { path: { id } } })),
  });
}

/** A vehicle's page. */
export function useVehiclePage(id: number) {
  return useQuery({
    queryKey: ['vehicle', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/vehicles/{id}', { signal, params: { path: { id } } })),
  });
}

/** What can be changed on a customer. Each change is kept as it is made. */
export function useCustomerEdits(id: number, version: number) {
  const refresh = useRefresh();
  return useMemo(() => {
    const path = { id };
    const kept = async <T>(call: Promise<T>): Promise<T> => {
      try {
        return await call;
      } finally {
        await refresh(['customer', id]);
        void refresh(['customers'], ['order']);
      }
    };
    return {
      field: (field: string, value: string) =>
        kept(unwrap(api.POST('/api/customers/{id}/fields', { params: { path }, body: { field, value, version } }))),
      item: (list: string, itemId: number | null, field: string, value: string) =>
        kept(unwrap(api.POST('/api/customers/{id}/items', { params: { path }, body: { list, id: itemId, field, value, version } }))),
      removeItem: (list: string, itemId: number) =>
        kept(unwrap(api.DELETE('/api/customers/{id}/items/{list}/{itemId}', { params: { path: { id, list, itemId } } }))),
      merge: (otherId: number) => kept(unwrap(api.POST('/api/customers/{id}/merge', { params: { path }, body: { otherId } }))),
      takeApart: (mergeId: number) => kept(unwrap(api.POST('/api/merges/{id}/undo', { params: { path: { id: mergeId } } }))),
    };
  }, [id, version, refresh]);
}

export type CustomerEdits = ReturnType<typeof useCustomerEdits>;

/** What can be changed on a vehicle. */
export function useVehicleEdits(id: number, version: number) {
  const refresh = useRefresh();
  return useMemo(() => {
    const path = { id };
    const kept = async <T>(call: Promise<T>): Promise<T> => {
      try {
        return await call;
      } finally {
        await refresh(['vehicle', id]);
        void refresh(['customer'], ['order'], ['floor']);
      }
    };
    return {
      field: (field: string, value: string) =>
        kept(unwrap(api.POST('/api/vehicles/{id}/fields', { params: { path }, body: { field, value, version } }))),
      transfer: (customerId: number) => kept(unwrap(api.POST('/api/vehicles/{id}/transfer', { params: { path }, body: { customerId } }))),
      merge: (otherId: number) => kept(unwrap(api.POST('/api/vehicles/{id}/merge', { params: { path }, body: { otherId } }))),
      takeApart: (mergeId: number) => kept(unwrap(api.POST('/api/merges/{id}/undo', { params: { path: { id: mergeId } } }))),
    };
  }, [id, version, refresh]);
}
