import { queryOptions } from '@tanstack/react-query';
import { api, unwrap } from '../../lib/api';

/** What is known about a car on the own bench; without a connection the device's own copy answers. */
export const benchCarQuery = (id: number) =>
  queryOptions({
    queryKey: ['order', id, 'bench'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/bench/orders/{id}', { signal, params: { path: { id } } })),
    networkMode: 'always',
  });
