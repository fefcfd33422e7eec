import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';

interface Item {
  key: string;
  text: string;
  detail: string;
}

/** What comes next for the vehicle of an order, and what of it goes onto the invoice. */
export function useNextWork(orderId: number) {
  const params = { path: { id: orderId } };
  const known = useQuery({
    queryKey: ['order', orderId, 'next-work'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/next-work', { signal, params })),
    staleTime: 0,
  });
  const schedule = useQuery({
    queryKey: ['order', orderId, 'maintenance', 'next'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/maintenance', { signal, params })),
  });
  // All that the shop knows is told unless it is left out; of the maker's schedule what somebody chooses.
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [added, setAdded] = useState<ReadonlySet<string>>(new Set());
  const items: Item[] = known.data ?? [];
  const services = (schedule.data?.services ?? []).filter((service) => service.toRaise);
  const turn = (set: ReadonlySet<string>, key: string) => new Set(set.has(key) ? [...set].filter((other) => other !== key) : [...set, key]);
  return {
    items,
    services,
    isOn: (key: string) => (items.some((item) => item.key === key) ? !left.has(key) : added.has(key)),
    onTurn: (key: string) => (items.some((item) => item.key === key) ? setLeft(turn(left, key)) : setAdded(turn(added, key))),
    chosen: {
      nextWork: known.data ? items.filter((item) => !left.has(item.key)).map((item) => item.key) : null,
      services: services.filter((service) => added.has(service.title)).map(reminderOf),
    },
  };
}

const reminderOf = (service: Schemas['ServiceView']): Schemas['ReminderInput'] => ({
  title: service.title,
  everyMonths: service.everyMonths?.toString() ?? '',
  everyDistance: service.everyDistance?.toString() ?? '',
  cannedJobId: null,
  dueAtReading: service.dueAtReading,
});

/** What the customer hears before the vehicle leaves: one tick each, for the invoice's last part. */
export function NextWorkPart({ items, services, isOn, onTurn }: ReturnType<typeof useNextWork>) {
  if (items.length + services.length === 0) return null;
  return (
    <fieldset className="checks one">
      <legend className="strong">Coming up: say it, and it stands on the invoice</legend>
      {items.map((item) => (
        <Choice key={item.key} text={item.text} detail={item.detail} on={isOn(item.key)} onTurn={() => onTurn(item.key)} />
      ))}
      {services.map((service) => (
        <Choice
          key={service.title}
          text={service.title}
          detail={`${service.told}; becomes a reminder`}
          on={isOn(service.title)}
          onTurn={() => onTurn(service.title)}
        />
      ))}
    </fieldset>
  );
}

function Choice({ text, detail, on, onTurn }: { text: string; detail: string; on: boolean; onTurn: () => void }) {
  return (
    <label className="row">
      <input type="checkbox" checked={on} onChange={onTurn} />
      <span className="grow">{text}</span>
      <span className="soft small">{detail}</span>
    </label>
  );
}
