import { useState } from 'react';
import { api, unwrap } from '../../../lib/api';
import { useHeader } from '../../../lib/order/useSheet';
import { useFloor, useMay, useRefresh } from '../../../lib/shop';
import { AddRow } from '../../../ui/AddRow';
import { Part } from '../../../ui/Fields';
import { useSay } from '../../../ui/Toasts';
import { besides } from '../../Floor/Car';
import { HandoverDialog, useHandover } from '../../Floor/HandoverDialog';
import { useNewAppointment } from '../../../ui/useNewAppointment';

/** How a vehicle goes through the shop: its appointment, who has it next, and what is done to it after the repair. */
export function HandlingPart({ orderId }: { orderId: number }) {
  const floor = useFloor().data;
  const head = useHeader();
  const say = useSay();
  const refresh = useRefresh();
  const newAppointment = useNewAppointment();
  const mayPlan = useMay('PlanWork');
  const [handing, setHanding] = useState(false);
  const { withdraw } = useHandover();
  const card = floor?.cards.find((c) => c.id === orderId);
  if (!floor || !card || !head.vehicle) return null;
  const renew = () => refresh(['floor'], ['after-work']);
  const remove = (id: number, removed: boolean) =>
    unwrap(api.POST('/api/after-work/{id}/remove', { params: { path: { id } }, body: { removed } })).then(renew);
  return (
    <Part title="In the shop">
      {besides(card).map((words) => (
        <p key={words}>{words}</p>
      ))}
      {card.afterWork
        .filter((a) => a.title !== 'Wash')
        .map((a) => (
          <p key={a.id} className="spread">
            {a.title}
            {mayPlan && (
              <button
                className="linkish small"
                onClick={() => void remove(a.id, true).then(() => say.done(`${a.title} removed.`, () => remove(a.id, false)), say.refused)}
              >
                Remove
              </button>
            )}
          </p>
        ))}
      <AddRow
        title="Add other work after the repair, such as a delivery"
        label="After-work"
        onAdd={(title) =>
          unwrap(api.POST('/api/orders/{id}/after-work', { params: { path: { id: orderId } }, body: { title } })).then(renew)
        }
      />
      <div className="row">
        {card.handover ? (
          <button className="linkish" onClick={() => void withdraw(card.handover!.id, `${card.plate} stays with ${card.handover!.from}.`)}>
            Take the handover back
          </button>
        ) : (
          <button className="linkish" onClick={() => setHanding(true)}>
            Hand over…
          </button>
        )}
        {card.stage === 'Expected' && mayPlan && (
          <button className="linkish" onClick={() => void newAppointment({ orderId })}>
            Give it an appointment
          </button>
        )}
      </div>
      {handing && (
        <HandoverDialog
          orderId={orderId}
          plate={card.plate || String(card.number)}
          staff={floor.staff}
          stages={floor.stages}
          onClose={() => setHanding(false)}
        />
      )}
    </Part>
  );
}
