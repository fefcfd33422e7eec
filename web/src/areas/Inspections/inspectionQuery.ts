import { queryOptions } from '@tanstack/react-query';
import { api, unwrap } from '../../lib/api';

/** One inspection; without a connection the device's own copy answers. */
export const inspectionQuery = (id: number) =>
  queryOptions({
    queryKey: ['inspection', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/inspections/{id}', { signal, params: { path: { id } } })),
    networkMode: 'always',
  });
