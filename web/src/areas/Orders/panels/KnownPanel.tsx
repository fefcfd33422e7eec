import { api, unwrap } from '../../../lib/api';
import { useRefresh } from '../../../lib/shop';
import { useActions, useHeader, useJobs } from '../../../lib/order/useSheet';
import { Panel } from '../../../ui/Panel';
import { useSay } from '../../../ui/Toasts';
import { KnownList } from '../../WriteUp/KnownPart';
import { useKnownOnOrder } from './useKnownOnOrder';
import '../../WriteUp/writeup.css';

/** What is known of the order's customer and vehicle, taken over onto the order with a key. */
export function KnownPanel({ onClose }: { onClose: () => void }) {
  const { orderId, edits } = useActions();
  const { known, onOrder } = useKnownOnOrder(useHeader(), useJobs(), orderId);
  const refresh = useRefresh();
  const say = useSay();
  return (
    <Panel title="Alerts and history" onClose={onClose} width={560}>
      <KnownList
        {...known}
        on={onOrder}
        onTake={(take, on) => {
          if (on) return;
          edits
            .kept(unwrap(api.POST('/api/orders/{id}/advisories', { params: { path: { id: orderId } }, body: take })))
            .then(() => refresh(['alerts']), say.refused);
        }}
      />
    </Panel>
  );
}
