import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';
import { holding } from '../../lib/outside';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Plate } from '../../ui/Plate';

const REASONS: Record<Schemas['DuplicateReason'], string> = {
  Phone: 'same phone',
  Plate: 'same plate',
  Vin: 'same VIN',
  Email: 'same email',
  Name: 'similar name',
};

const isWhole = (number: string) => number.replace(/\D/g, '').length >= 10;

/** Whose number it may be. It is kept only when the writer takes it. */
export function DirectoryProposal({ phone, onTake }: { phone: string; onTake: (entry: Schemas['DirectoryEntry']) => void }) {
  const number = useDebouncedValue(phone.trim());
  const asked = isWhole(number);
  const { data, isFetching } = useQuery({
    queryKey: ['look-up', 'phone', number],
    queryFn: ({ signal }) => unwrap(api.GET('/api/look-up/phone', { signal, params: { query: { number } } })),
    enabled: asked,
    ...holding(300_000),
  });
  // The row is there as soon as the number is whole: what is below must not move under the pointer when the answer comes.
  if (!isWhole(phone)) return null;
  return (
    <div className="proposal" role="status">
      {data?.entry ? (
        <>
          <span className="grow">
            <span className="soft">Directory listing:</span>{' '}
            <b>
              {data.entry.firstName} {data.entry.lastName}
            </b>
            , {data.entry.address.replaceAll('\n', ', ')}
          </span>
          <button type="button" className="linkish" onClick={() => onTake(data.entry!)}>
            Use it
          </button>
        </>
      ) : (
        <span className="soft">{data?.sentence ?? (isFetching ? 'Looking up the number…' : '')}</span>
      )}
    </div>
  );
}

interface AlikeProps {
  typed: {
    firstName?: string | null;
    lastName?: string | null;
    businessName?: string | null;
    phone?: string | null;
    email?: string | null;
    plate?: string | null;
    vin?: string | null;
  };
  onTake: (customerId: number, vehicleId?: number) => void;
}

/** Who on file may be the same, before a second record is made. */
export function AlikeList({ typed, onTake }: AlikeProps) {
  const asked = useDebouncedValue(JSON.stringify(typed));
  const query = JSON.parse(asked) as Record<string, string | null | undefined>;
  const anything = Object.values(query).some((value) => (value ?? '').trim().length > 1);
  const { data } = useQuery({
    queryKey: ['look-up', 'alike', asked],
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/look-up/alike', {
          signal,
          params: { query: Object.fromEntries(Object.entries(query).map(([k, v]) => [k, v ?? ''])) },
        }),
      ),
    enabled: anything,
    staleTime: 30_000,
  });
  if (!anything || !data || data.length === 0) return null;
  return (
    <div className="alike" role="status">
      <div className="strong">Already on file?</div>
      {data.map((found) => (
        <button
          key={found.customerId}
          type="button"
          className="alike-row"
          onClick={() => onTake(found.customerId, found.vehicleId ?? undefined)}
        >
          {found.plate && <Plate text={found.plate} />}
          <span className="strong clip">{found.name}</span>
          <span className="soft clip grow">{[found.phone, found.vehicle].filter(Boolean).join(' · ')}</span>
          <span className="small nowrap">{found.by.map((by) => REASONS[by]).join(', ')}</span>
        </button>
      ))}
    </div>
  );
}

interface CarProps {
  plate: string;
  region: string;
  vin: string;
  typed: Schemas['VehicleInput'];
  onTake: (car: Schemas['VehicleFacts']) => void;
  onVin: (vin: string) => void;
}

/** What car the plate or the VIN may be, what looks wrong about the VIN, and what is missed without one. */
export function CarProposal({ plate, region, vin, typed, onTake, onVin }: CarProps) {
  const settled = useDebouncedValue(`${vin.replace(/\s/g, '')}|${plate.trim()}|${region}`).split('|');
  const [askedVin, askedPlate, askedRegion] = [settled[0] ?? '', settled[1] ?? '', settled[2] ?? ''];
  const byVin = askedVin.length === 17;
  const byPlate = !byVin && askedVin.length === 0 && askedPlate.replace(/\W/g, '').length >= 3;
  const { data, isFetching } = useQuery({
    queryKey: ['look-up', byVin ? 'vin' : 'plate', byVin ? askedVin : askedPlate, askedRegion],
    queryFn: ({ signal }) =>
      byVin
        ? unwrap(api.GET('/api/look-up/vin', { signal, params: { query: { vin: askedVin } } }))
        : unwrap(api.GET('/api/look-up/plate', { params: { query: { plate: askedPlate, region: askedRegion } } })),
    enabled: byVin || byPlate,
    ...holding(300_000),
  });
  const car = data?.car;
  return (
    <>
      {(byVin || byPlate) && (
        <div className="proposal" role="status">
          {car ? (
            <>
              <span className="grow">
                <span className="soft">{byVin ? 'VIN match:' : 'Plate match:'}</span>{' '}
                <b>
                  {car.year} {car.make} {car.model} {car.engine}
                </b>{' '}
                {car.trim} {car.drive} {!byVin && <span className="soft">VIN {car.vin}</span>}
              </span>
              <button type="button" className="linkish" onClick={() => onTake(car)}>
                Use it
              </button>
            </>
          ) : (
            <span className="soft">{data?.sentence ?? (isFetching ? 'Looking up the vehicle…' : '')}</span>
          )}
        </div>
      )}
      {byVin &&
        data?.remarks.map((remark) => (
          <p key={remark} className="caution small">
            {remark}{' '}
            {data.corrections.map((correction) => (
              <button key={correction} type="button" className="linkish small" onClick={() => onVin(correction)}>
                {correction}
              </button>
            ))}
          </p>
        ))}
      <Coverage typed={typed} />
    </>
  );
}

/** Which lookups will not know a vehicle as it is typed. */
function Coverage({ typed }: { typed: Schemas['VehicleInput'] }) {
  const of = (text: string | null | undefined) => (text ?? '').trim();
  const asked = useDebouncedValue(JSON.stringify([of(typed.make), of(typed.model), of(typed.engine), of(typed.vin)]));
  const [make, model, engine, vin] = JSON.parse(asked) as [string, string, string, string];
  const { data } = useQuery({
    queryKey: ['look-up', 'coverage', asked],
    queryFn: ({ signal }) => unwrap(api.GET('/api/look-up/coverage', { signal, params: { query: { make, model, engine, vin } } })),
    enabled: make !== '',
    staleTime: 60_000,
    placeholderData: (before) => before,
  });
  return (make === '' ? [] : (data ?? [])).map((text) => (
    <p key={text} className="soft small">
      {text}
    </p>
  ));
}

/** Makes to choose from while typing; whatever else is typed is taken as well. */
export function useMakes() {
  return (
    useQuery({
      queryKey: ['look-up', 'makes'],
      queryFn: ({ signal }) => unwrap(api.GET('/api/look-up/makes', { signal })),
      ...holding(3_600_000),
    }).data?.makes ?? []
  );
}
