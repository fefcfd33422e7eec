import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { holding } from '../../../lib/outside';
import { useShop } from '../../../lib/shop';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { Empty, Loading } from '../../../ui/Feedback';
import { useActions } from '../../../lib/order/useSheet';
import { Panel } from '../../../ui/Panel';
import { useAddToOrder } from './useAddToOrder';

type Service = Schemas['ServiceView'];

const STANDINGS: Record<Service['standing'], string> = {
  Due: 'Due now',
  Missed: 'Past due, not done here',
  Soon: 'Due soon',
  Later: 'Later',
};
const USES = [
  ['normal', 'Normal use'],
  ['hard', 'Severe use'],
] as const;

/** The maker's schedule at this reading: chosen services become one job or several, with their checklists. */
export function ServicesPanel({ onClose }: { onClose: () => void }) {
  const { orderId, closed } = useActions();
  const shop = useShop();
  const [use, setUse] = useState<'normal' | 'hard'>('normal');
  const [reading, setReading] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string> | null>(null);
  const at: { reading?: string } = reading.trim() ? { reading: reading.trim() } : {};
  const schedule = useQuery({
    queryKey: ['services', orderId, use, at],
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/orders/{id}/maintenance', { signal, params: { path: { id: orderId }, query: { hard: use === 'hard', ...at } } }),
      ),
    placeholderData: (before) => before,
    ...holding(2000),
  });
  const { taking, busy } = useAddToOrder(onClose);
  const services = schedule.data?.services ?? [];
  // What is due is chosen to begin with.
  const on = chosen ?? new Set(services.filter((s) => s.standing === 'Due' && !s.onOrder).map((s) => s.title));
  const toggle = (service: Service) => {
    const next = new Set(on);
    if (!next.delete(service.title)) next.add(service.title);
    setChosen(next);
  };
  const put = (oneJob: boolean) =>
    void taking(
      { kind: 'Services', services: [...on], hard: use === 'hard', oneJob, reading: at.reading ?? null },
      on.size === 1 ? [...on][0]! : `${on.size} services`,
    );
  return (
    <Panel
      title="Maintenance schedule"
      aside={
        schedule.data?.reading
          ? `at ${schedule.data.reading.toLocaleString('en-US')} ${shop?.distanceUnit === 'Kilometers' ? 'km' : 'mi'}`
          : ''
      }
      onClose={onClose}
      width={580}
    >
      <div className="row">
        <SegmentedControl
          label="Use"
          value={use}
          onChange={(next) => {
            setUse(next);
            setChosen(null);
          }}
          choices={USES}
        />
        <input
          className="boxed"
          aria-label="At another reading"
          placeholder="at another reading"
          value={reading}
          onChange={(event) => {
            setReading(event.target.value);
            setChosen(null);
          }}
        />
      </div>
      {schedule.data?.trouble && <p className="side-note">{schedule.data.trouble}</p>}
      {!schedule.data && <Loading what="the schedule" />}
      {schedule.data && services.length === 0 && !schedule.data.trouble && (
        <Empty title="No maintenance schedule">None is available for this vehicle. Add services as canned jobs.</Empty>
      )}
      <div className="long">
        {Object.entries(STANDINGS).map(([standing, title]) => {
          const these = services.filter((s) => s.standing === standing);
          return (
            these.length > 0 && (
              <section key={standing} className="fact-group">
                <h3>{title}</h3>
                {these.map((service) => (
                  <label key={service.title} className="fact-row">
                    <input data-stop type="checkbox" checked={on.has(service.title)} disabled={closed} onChange={() => toggle(service)} />
                    <span className="grow">
                      <b>{service.title}</b>
                      {service.onOrder && <span className="soft">, already on this order</span>}
                      <span className="soft small block">
                        every {service.every}; {service.told}
                      </span>
                    </span>
                  </label>
                ))}
              </section>
            )
          );
        })}
      </div>
      {!closed && (
        <div className="row side-foot">
          <button className="chip" disabled={busy || on.size === 0} onClick={() => put(true)}>
            {on.size > 1 ? 'Add as one job' : 'Add to order'}
          </button>
          {on.size > 1 && (
            <button className="chip" disabled={busy} onClick={() => put(false)}>
              {on.size} jobs
            </button>
          )}
        </div>
      )}
    </Panel>
  );
}
