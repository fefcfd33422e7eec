import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../lib/api';
import { day, reading, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';

export type NewCar = Schemas['TypedVehicle'];
export type CarChoice = { kind: 'none' } | { kind: 'known'; id: number } | { kind: 'new' } | { kind: 'counter' };
export const emptyCar: NewCar = { plate: '', plateRegion: '', vin: '', year: '', make: '', model: '', engine: '', color: '' };

interface Props {
  record?: Schemas['CustomersCustomerView'];
  choice: CarChoice;
  onChoice: (choice: CarChoice) => void;
  typed: NewCar;
  onTyped: (typed: NewCar) => void;
  problem: { field?: string; text: string } | null;
  children: ReactNode;
}

/** The car: one of the customer's, a new one, or, by name, none at all. */
export function CarPart({ record, choice, onChoice, typed, onTyped, problem, children }: Props) {
  const shop = useShop();
  const now = useNow();
  const [opened, setOpened] = useState(false);
  const problemOf = (field: string) => (problem?.field === `vehicle.${field}` ? problem.text : undefined);
  const set = (field: keyof NewCar) => (value: string) => onTyped({ ...typed, [field]: value });
  const cars = record?.cars ?? [];
  const typing = choice.kind === 'new' || (opened && choice.kind === 'none');
  const pick = (next: CarChoice) => {
    setOpened(next.kind === 'new');
    onChoice(next);
  };
  return (
    <section className="panel" aria-labelledby="car-title">
      <h2 id="car-title">Car</h2>
      <div role="radiogroup" aria-labelledby="car-title" style={{ display: 'flex', flexDirection: 'column', gap: 6 }}>
        {cars.map((car) => (
          <button
            key={car.id}
            className="carpick"
            role="radio"
            aria-checked={choice.kind === 'known' && choice.id === car.id}
            onClick={() => pick({ kind: 'known', id: car.id })}
          >
            <Plate text={car.plate} />
            <span className="grow">
              <span className="strong">{car.description}</span> <span className="soft">{car.color}</span>
              {car.warning && <div className="small strong">{car.warning}</div>}
            </span>
            <span className="soft small right">
              {car.lastReading !== null && shop ? (
                <>
                  last {reading(car.lastReading, shop.distanceUnit)}
                  <br />
                  {car.lastReadingAt ? day(wallTime(car.lastReadingAt, shop.timeZone), now) : ''}
                </>
              ) : (
                'never here'
              )}
            </span>
          </button>
        ))}
        <div className="pair">
          <button className="carpick" role="radio" aria-checked={choice.kind === 'new'} onClick={() => pick({ kind: 'new' })}>
            {cars.length > 0 ? 'Another car' : 'New car'}
          </button>
          <button className="carpick" role="radio" aria-checked={choice.kind === 'counter'} onClick={() => pick({ kind: 'counter' })}>
            Sale over the counter, no car
          </button>
        </div>
      </div>
      {cars
        .filter((car) => choice.kind === 'known' && car.id === choice.id && car.openOrderId)
        .map((car) => (
          <div className="notice" key={car.id}>
            This car has an open order already: <Link to={`/orders/${car.openOrderId}`}>{car.openOrderNumber}</Link>. Add the work there, unless it is a
            different matter.
          </div>
        ))}
      {typing && (
        <>
          <div className="triple">
            <Labelled label="Plate" value={typed.plate ?? ''} onText={set('plate')} problem={problemOf('plate')} autoFocus />
            <Labelled label="Region" value={typed.plateRegion || shop?.plateRegion || ''} onText={set('plateRegion')} />
            <Labelled label="Year" value={typed.year ?? ''} onText={set('year')} problem={problemOf('year')} inputMode="numeric" />
          </div>
          <div className="triple">
            <Labelled label="Make" value={typed.make ?? ''} onText={set('make')} />
            <Labelled label="Model" value={typed.model ?? ''} onText={set('model')} />
            <Labelled label="Engine" value={typed.engine ?? ''} onText={set('engine')} />
          </div>
          <div className="pair">
            <Labelled label="VIN" value={typed.vin ?? ''} onText={set('vin')} problem={problemOf('vin')} />
            <Labelled label="Color" value={typed.color ?? ''} onText={set('color')} />
          </div>
        </>
      )}
      {children}
      {problem?.field === 'vehicle' && (
        <div className="field-problem" role="alert">
          {problem.text}
        </div>
      )}
    </section>
  );
}
