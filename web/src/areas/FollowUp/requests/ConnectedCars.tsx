import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { moment, reading } from '../../../lib/format';
import { useNow, useShop } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Plate } from '../../../ui/Plate';
import { SaveCsv } from '../../../ui/SaveCsv';

type Car = Schemas['ConnectedCarRow'];

const COLUMNS: CsvColumn<Car>[] = [
  ['Plate', (car) => car.plate],
  ['Vehicle', (car) => car.vehicle],
  ['Owner', (car) => car.owner],
  ['Reports since', (car) => car.since],
  ['Ended', (car) => car.endedAt ?? ''],
  ['Last heard', (car) => car.heardAt ?? ''],
  ['Reading', (car) => car.reading ?? ''],
  ['Battery, V', (car) => car.batteryVolts ?? ''],
];

/** Vehicles whose owners let them report, the newest first. */
export function ConnectedCars() {
  const now = useNow();
  const shop = useShop();
  const list = useQuery({
    queryKey: ['requests', 'cars'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/connected-cars', { signal })),
  });
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="connected vehicles" />;
  const cars = list.data;
  if (cars.length === 0)
    return <Empty title="No vehicle reports">Owners agree at the service for connected vehicles; theirs appear here by themselves.</Empty>;
  return (
    <section className="card" aria-labelledby="heard">
      <header>
        <h2 id="heard">What was last heard</h2>
        <span className="grow" />
        <SaveCsv name="connected-vehicles" columns={COLUMNS} rows={cars} />
      </header>
      <table className="list" aria-label="Connected vehicles">
        <thead>
          <tr>
            <th>Vehicle</th>
            <th>Owner</th>
            <th>Reports</th>
            <th>Last heard</th>
            <th className="right">Reading</th>
            <th className="right">Battery</th>
          </tr>
        </thead>
        <tbody>
          {cars.map((car) => (
            <tr key={car.id}>
              <td>
                {car.plate && <Plate text={car.plate} />}{' '}
                {car.vehicleId === null ? (
                  <>
                    {car.vehicle || 'Unknown'} <span className="soft small">not on file</span>
                  </>
                ) : (
                  <Link to={`/vehicles/${car.vehicleId}`}>{car.vehicle}</Link>
                )}
              </td>
              <td>{car.customerId === null ? car.owner : <Link to={`/customers/${car.customerId}`}>{car.owner}</Link>}</td>
              <td>{car.endedAt === null ? `since ${moment(car.since, now)}` : `ended ${moment(car.endedAt, now)}`}</td>
              <td>{car.heardAt === null ? <span className="soft">never</span> : moment(car.heardAt, now)}</td>
              <td className="right">{car.reading !== null && shop && reading(car.reading, shop.distanceUnit)}</td>
              <td className="right">
                {car.batteryVolts !== null && (
                  <>
                    {car.batteryVolts.toFixed(1)} V{car.batteryIsLow && <b>, low</b>}
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
