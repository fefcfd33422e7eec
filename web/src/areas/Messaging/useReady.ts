import { api, unwrap } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';

/** Tells the customer of an order that the vehicle is ready, by the shop's template. */
export function useReady(orderId: number) {
  const say = useSay();
  const refresh = useRefresh();
  return () =>
    unwrap(api.POST('/api/orders/{id}/ready', { params: { path: { id: orderId } } })).then(async ({ to }) => {
      await refresh(['messages']);
      say.done(`They are told that it is ready: ${to}.`);
    }, say.refused);
}
