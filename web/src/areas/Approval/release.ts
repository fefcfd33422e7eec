import { api, unwrap, type Schemas } from '../../lib/api';

/** Shows something that the shop wrote or photographed to the customer, or keeps it in the shop. */
export const release = (orderId: number, body: Schemas['ReleaseRequest']) =>
  unwrap(api.POST('/api/orders/{id}/release', { params: { path: { id: orderId } }, body }));
