import type { Schemas } from '../../../lib/api';
import type { Job } from '../../../lib/order/useSheet';
import { useKnown } from '../../WriteUp/KnownPart';

/** What is known of an order's customer and vehicle, without the order itself; what of it is on the order; how much presses. */
export function useKnownOnOrder(head: Schemas['SheetHeader'] | undefined, jobs: Job[], orderId: number) {
  const found = useKnown({
    customerId: head?.customer?.id ?? null,
    vehicleId: head?.vehicle?.id ?? null,
    odometer: head?.odometerIn ? String(head.odometerIn) : '',
    canned: [],
    beside: true,
  });
  const known = { ...found, items: found.items.filter((item) => item.orderId !== orderId) };
  const onOrder = (item: Schemas['Advisory']) => item.take !== null && jobs.some((job) => job.title === item.take!.title);
  return { known, onOrder, pressing: known.items.filter((item) => item.isPressing && !onOrder(item)).length };
}
