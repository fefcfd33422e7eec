import { useState, type ReactNode } from 'react';
import type { Schemas } from '../../lib/api';
import { day, reading, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';
import { VinScan } from './VinScan';
import { AlikeList, CarProposal, useMakes } from './Proposals';
import type { CarChoice, NewCar } from './draft';
import styles from './CarPart.module.css';

interface Props {
  record?: Schemas['CustomerSummary'];
  choice: CarChoice;
  onChoice: (choice: CarChoice) => void;
  typed: NewCar;
  onTyped: (typed: NewCar) => void;
  /** The car is on file already, with its owner. */
  onKnown: (customerId: number, vehicleId?: number) => void;
  problem: { field?: string; text: string } | null;
  children: ReactNode;
}

const same = (one: string, other: string | null) => one.toLowerCase() === (other ?? '').trim().toLowerCase();

/** The car: one of the customer's, a new one, or, by name, none at all. */
export function CarPart({ record, choice, onChoice, typed, onTyped, onKnown, problem, children }: Props) {
  const shop = useShop();
  const now = useNow();
  const [opened, setOpened] = useState(false);
  const [scanned, setScanned] = useState<string>();
  const problemOf = (field: string) => (problem?.field === `vehicle.${field}` ? problem.text : undefined);
  const set = (field: keyof NewCar) => (value: string) => onTyped({ ...typed, [field]: value });
  const makes = useMakes();
  const models = makes.find((m) => same(m.make, typed.make))?.models ?? [];
  const cars = record?.cars ?? [];
  const typing = choice.kind === 'new' || (opened && choice.kind === 'none');
  const pick = (next: CarChoice) => {
    setOpened(next.kind === 'new');
    onChoice(next);
    if (next.kind === 'known') setTimeout(() => document.getElementById('odometer')?.focus(), 0);
  };
  return (
    <section className="panel" aria-labelledby="car-title">
      <h2 id="car-title">Vehicle</h2>
      <div className={styles.cars} role="radiogroup" aria-labelledby="car-title">
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
                'first visit'
              )}
            </span>
          </button>
        ))}
        <div className="triple">
          <button className="carpick" role="radio" aria-checked={choice.kind === 'new'} onClick={() => pick({ kind: 'new' })}>
            {cars.length > 0 ? 'Another vehicle' : 'New vehicle'}
          </button>
          <button className="carpick" role="radio" aria-checked={choice.kind === 'later'} onClick={() => pick({ kind: 'later' })}>
            No vehicle yet
          </button>
          <button className="carpick" role="radio" aria-checked={choice.kind === 'counter'} onClick={() => pick({ kind: 'counter' })}>
            Counter sale
          </button>
        </div>
      </div>
      {typing && (
        <>
          <div className="triple">
            <Labelled label="Plate" value={typed.plate ?? ''} onText={set('plate')} problem={problemOf('plate')} autoFocus={opened} />
            <Labelled label="State" value={typed.plateRegion || shop?.plateRegion || ''} onText={set('plateRegion')} />
            <Labelled label="Year" value={typed.year ?? ''} onText={set('year')} problem={problemOf('year')} inputMode="numeric" />
          </div>
          <div className="triple">
            <Labelled label="Make" value={typed.make ?? ''} onText={set('make')} list="makes" />
            <Labelled label="Model" value={typed.model ?? ''} onText={set('model')} list="models" />
            <Labelled label="Engine" value={typed.engine ?? ''} onText={set('engine')} list="engines" />
          </div>
          <datalist id="makes">
            {makes.map((m) => (
              <option key={m.make} value={m.make} />
            ))}
          </datalist>
          <datalist id="models">
            {models.map((m) => (
              <option key={m.model} value={m.model} />
            ))}
          </datalist>
          <datalist id="engines">
            {models
              .filter((m) => same(m.model, typed.model))
              .flatMap((m) => m.engines)
              .map((engine) => (
                <option key={engine} value={engine} />
              ))}
          </datalist>
          <div className="pair">
            <Labelled label="VIN" value={typed.vin ?? ''} onText={set('vin')} problem={problemOf('vin') ?? scanned} />
            <Labelled label="Color" value={typed.color ?? ''} onText={set('color')} />
          </div>
          <div>
            <VinScan
              onVin={(vin) => {
                setScanned(undefined);
                set('vin')(vin);
              }}
              onProblem={setScanned}
            />
            <span className="soft small"> of the barcode; on a tablet or phone the camera opens</span>
          </div>
          <CarProposal
            plate={typed.plate ?? ''}
            region={typed.plateRegion || shop?.plateRegion || ''}
            vin={typed.vin ?? ''}
            typed={typed}
            onTake={(car) =>
              onTyped({
                ...typed,
                vin: car.vin,
                year: String(car.year),
                make: car.make,
                model: car.model,
                engine: car.engine,
                drive: car.drive,
                trim: car.trim,
              })
            }
            onVin={(vin) => onTyped({ ...typed, vin })}
          />
          <AlikeList typed={{ plate: typed.plate, vin: typed.vin }} onTake={onKnown} />
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
