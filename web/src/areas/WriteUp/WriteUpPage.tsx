import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { moment } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useNow, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { CarPart, type CarChoice, emptyCar } from './CarPart';
import { CustomerPart, emptyCustomer, type NewCustomer } from './CustomerPart';
import { KnownPart } from './KnownPart';
import { LogisticsPart, noLogistics } from './LogisticsPart';
import type { TakeOver } from './takeOver';
import { WorkPart } from './WorkPart';
import './writeup.css';
import styles from './WriteUpPage.module.css';

/** Writes a car up: customer, car, concerns, work and promise on one page, in any order. */
export default function WriteUpPage() {
  const [search] = useSearchParams();
  const given = Number(search.get('customer')) || null;
  const givenCar = Number(search.get('vehicle')) || null;
  const navigate = useNavigate();
  const refresh = useRefresh();
  const now = useNow();
  const [customerId, setCustomerId] = useState<number | null>(given);
  const [customer, setCustomer] = useState<NewCustomer>(emptyCustomer);
  const [car, setCar] = useState<CarChoice>(givenCar ? { kind: 'known', id: givenCar } : { kind: 'none' });
  const [newCar, setNewCar] = useState(emptyCar);
  const [odometer, setOdometer] = useState('');
  const [confirmed, setConfirmed] = useState(false);
  const [concerns, setConcerns] = useState<string[]>([]);
  const [jobs, setJobs] = useState<Schemas['CannedJobView'][]>([]);
  const [taken, setTaken] = useState<TakeOver[]>([]);
  const [logistics, setLogistics] = useState(noLogistics);
  const [promise, setPromise] = useState<string | null>(null);
  const [keyTag, setKeyTag] = useState('');
  const [problem, setProblem] = useState<{ field?: string; code?: string; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const pendingConcern = useRef('');

  useEffect(() => {
    setCustomerId(given);
    setCar(givenCar ? { kind: 'known', id: givenCar } : { kind: 'none' });
  }, [given, givenCar]);

  const proposal = useQuery({
    queryKey: ['promise'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/write-up/promise', { signal })),
    staleTime: 60_000,
  }).data;
  const typed = promise ?? proposal?.promisedAt ?? '';
  const understood = useQuery({
    queryKey: ['moment', typed],
    queryFn: ({ signal }) => unwrap(api.GET('/api/understand/moment', { signal, params: { query: { text: typed } } })),
    enabled: typed.trim().length > 0,
    retry: false,
  });
  const record = useQuery({
    queryKey: ['customer', customerId, 'write-up'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers/{id}', { signal, params: { path: { id: customerId! } } })),
    enabled: customerId !== null,
  }).data;
  const choose = (id: number | null, vehicleId?: number) => {
    setCustomerId(id);
    setCar(vehicleId ? { kind: 'known', id: vehicleId } : { kind: 'none' });
    setProblem(null);
    setTaken([]);
    setLogistics((now) => ({ ...now, contactId: null, siteId: null }));
    toCar.current = id !== null;
  };
  // Once the customer's cars are there: the only one is theirs, and the hands are where the next thing is typed.
  const toCar = useRef(given !== null);
  useEffect(() => {
    if (!record || !toCar.current) return;
    toCar.current = false;
    const only = record.cars.length === 1 ? record.cars[0]! : null;
    if (only) setCar((now) => (now.kind === 'none' ? { kind: 'known', id: only.id } : now));
    setTimeout(
      () => (only || car.kind === 'known' ? document.getElementById('odometer') : document.querySelector<HTMLElement>('.carpick'))?.focus(),
      0,
    );
  }, [record, car.kind]);
  const [begun, setBegun] = useState(false);
  const begin = useCallback(async (text: string) => {
    // A name is what is typed most; where the shop does not answer, nothing of it is lost.
    const b = await unwrap(api.GET('/api/write-up/begin', { params: { query: { text } } })).catch(() => null);
    setCustomer(
      b
        ? { ...emptyCustomer, firstName: b.firstName, lastName: b.lastName, businessName: b.businessName, phone: b.phone, email: b.email }
        : { ...emptyCustomer, lastName: text.trim() },
    );
    if (!b?.plate && !b?.vin) return;
    setCar({ kind: 'new' });
    setNewCar({ ...emptyCar, plate: b.plate, vin: b.vin });
  }, []);
  // The find field of the bar begins a record with what stood in it.
  const toBegin = search.get('new');
  useEffect(() => {
    if (toBegin) void begin(toBegin).then(() => setBegun(true));
  }, [toBegin, begin]);
  const problemOf = (field: string) => (problem?.field === field ? problem.text : undefined);

  const start = async () => {
    setBusy(true);
    setProblem(null);
    const counter = car.kind === 'counter';
    const said = [...concerns, pendingConcern.current].filter((s) => s.trim());
    const typedSomebody = Object.values(customer).some((v) => v?.trim());
    try {
      const order = await unwrap(
        api.POST('/api/orders', {
          body: {
            customerId,
            customer: customerId === null && typedSomebody ? customer : null,
            vehicleId: car.kind === 'known' ? car.id : null,
            vehicle: car.kind === 'new' ? newCar : null,
            counterSale: counter,
            odometer: counter ? null : odometer,
            odometerConfirmed: confirmed,
            concerns: said,
            cannedJobIds: jobs.map((j) => j.id),
            takeOver: taken,
            promisedAt: counter && promise === null ? null : typed,
            keyTag,
            ...logistics,
          },
        }),
      );
      await refresh(['floor'], ['orders']);
      void navigate(`/orders/${order.id}`);
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, code: error.code, text: error.message } : { text: sentence(error) });
      setBusy(false);
    }
  };
  useKeys('Write up', [{ key: 'Ctrl Enter', label: 'Create repair order', run: () => void start(), always: true }]);
  const placed = ['customer', 'vehicle', 'odometer', 'promisedAt', 'concerns', 'keyTag'];
  const general = problem && (!problem.field || !placed.some((p) => problem.field!.startsWith(p))) ? problem.text : null;

  return (
    <div className="writeup-frame">
      <div className="writeup-page">
        <div className={`page-head ${styles.head}`}>
          <h1>Write up</h1>
          <span className="soft">Start with the customer or the work. Ctrl Enter creates the repair order.</span>
        </div>
        <div className={styles.column}>
          <CustomerPart
            id={customerId}
            record={record}
            typed={customer}
            onTyped={setCustomer}
            onBegin={begin}
            begun={begun}
            onChoose={choose}
            problem={problem}
          />
          <CarPart
            record={customerId === null ? undefined : record}
            choice={car}
            onChoice={(next) => {
              setCar(next);
              setTaken([]);
              setProblem(null);
            }}
            typed={newCar}
            onTyped={setNewCar}
            onKnown={choose}
            problem={problem}
          >
            {car.kind !== 'counter' && (
              <div className="pair">
                <Labelled
                  label="Odometer in"
                  id="odometer"
                  value={odometer}
                  inputMode="numeric"
                  onText={(text) => {
                    setOdometer(text);
                    setConfirmed(false);
                  }}
                  problem={problemOf('odometer')}
                />
                <Labelled label="Key tag" value={keyTag} onText={setKeyTag} problem={problemOf('keyTag')} />
              </div>
            )}
            {problem?.code === 'odometer.lower' && (
              <label className="row">
                <input type="checkbox" checked={confirmed} onChange={(event) => setConfirmed(event.target.checked)} />
                The lower odometer is correct
              </label>
            )}
          </CarPart>
          <KnownPart
            customerId={customerId}
            vehicleId={car.kind === 'known' ? car.id : null}
            odometer={odometer}
            canned={jobs.map((j) => j.id)}
            taken={taken}
            onTaken={setTaken}
          />
        </div>
        <div className={styles.column}>
          <WorkPart
            concerns={concerns}
            onConcerns={setConcerns}
            pending={pendingConcern}
            jobs={jobs}
            onJobs={setJobs}
            problem={problemOf('concerns')}
          />
          <section className="panel" aria-labelledby="promise-title">
            <h2 id="promise-title">Promised time and requests</h2>
            <Labelled
              label="Promised time"
              value={promise ?? (proposal ? moment(proposal.promisedAt, now) : '')}
              onText={setPromise}
              onFocus={(event) => event.target.select()}
              problem={problemOf('promisedAt') ?? (understood.error && promise !== null ? sentence(understood.error) : undefined)}
              hint={
                promise !== null && understood.data
                  ? `Promised ${moment(understood.data.at, now)}`
                  : promise === null
                    ? 'Suggested time; type to change it'
                    : undefined
              }
            />
            <LogisticsPart
              record={customerId === null ? undefined : record}
              counter={car.kind === 'counter'}
              value={logistics}
              onValue={setLogistics}
            />
          </section>
        </div>
      </div>
      <div className="writeup-foot">
        <Button variant="contained" color="boxwood" size="large" disabled={busy} onClick={() => void start()}>
          Create repair order <span className="key">Ctrl Enter</span>
        </Button>
        {general && (
          <span className="stop" role="alert">
            {general}
          </span>
        )}
        {car.kind === 'counter' && <span className="soft">Counter sale: no vehicle, no shop supplies. You can add a vehicle later.</span>}
      </div>
    </div>
  );
}
