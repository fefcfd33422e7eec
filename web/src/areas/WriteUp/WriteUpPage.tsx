import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api, Problem, sentence, unwrap } from '../../lib/api';
import { useKeys } from '../../lib/keys';
import { useMe, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { CarPart } from './CarPart';
import { CustomerPart } from './CustomerPart';
import { draftOfAppointment } from './draftOfAppointment';
import { draftsOf, draftTitle, dropDraft, emptyCar, emptyCustomer, isEmpty, keepDraft, newDraft, type WriteUpDraft } from './draft';
import { KnownPart } from './KnownPart';
import { PromisePart, promiseQuery } from './PromisePart';
import { WorkPart } from './WorkPart';
import './writeup.css';
import styles from './WriteUpPage.module.css';

const PLACED = ['customer', 'vehicle', 'odometer', 'promisedAt', 'arrivesAt', 'concerns', 'keyTag'];

/** Writes a car up: customer, car, concerns, work and promise on one page, in any order. What was gathered waits until it is an order. */
export default function WriteUpPage() {
  const [search] = useSearchParams();
  const given = Number(search.get('customer')) || null;
  const givenCar = Number(search.get('vehicle')) || null;
  const toBegin = search.get('new');
  const appointment = Number(search.get('appointment')) || null;
  const me = useMe().id;
  const navigate = useNavigate();
  const refresh = useRefresh();
  const client = useQueryClient();
  const say = useSay();
  const [draft, setDraft] = useState<WriteUpDraft>(
    () => (given || givenCar || toBegin || appointment ? undefined : draftsOf(me)[0]) ?? newDraft(given, givenCar),
  );
  const [problem, setProblem] = useState<{ field?: string; code?: string; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const put = useCallback((part: Partial<WriteUpDraft>) => setDraft((now) => ({ ...now, ...part })), []);
  const done = useRef(false);
  useEffect(() => {
    if (!done.current) keepDraft(me, draft);
  }, [me, draft]);

  // Another tab made an order of the same write-up: it is not made a second time here.
  useEffect(() => {
    const heard = () => {
      if (done.current || isEmpty(draft) || draftsOf(me).some((other) => other.id === draft.id)) return;
      setDraft(newDraft());
      say.problem('This write-up was finished or cleared in another tab.');
    };
    window.addEventListener('storage', heard);
    return () => window.removeEventListener('storage', heard);
  }, [me, draft, say]);

  const begunWith = useRef(`${given}|${givenCar}`);
  useEffect(() => {
    if (begunWith.current === `${given}|${givenCar}`) return;
    begunWith.current = `${given}|${givenCar}`;
    setDraft(newDraft(given, givenCar));
  }, [given, givenCar]);

  const { customerId, car } = draft;
  const record = useQuery({
    queryKey: ['customer', customerId, 'write-up'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers/{id}', { signal, params: { path: { id: customerId! } } })),
    enabled: customerId !== null,
  }).data;
  // Once the customer's cars are there: the only one is theirs, and the hands are where the next thing is typed.
  const toCar = useRef(given !== null);
  const choose = (id: number | null, vehicleId?: number) => {
    setDraft((now) => ({
      ...now,
      customerId: id,
      name: '',
      adding: false,
      // What was typed of a vehicle stays: the customer may come after it.
      car: vehicleId ? { kind: 'known', id: vehicleId } : now.car.kind === 'known' ? { kind: 'none' } : now.car,
      taken: [],
      logistics: { ...now.logistics, contactId: null, siteId: null },
    }));
    setProblem(null);
    toCar.current = id !== null;
  };
  useEffect(() => {
    if (!record) return;
    put({ name: record.name });
    if (!toCar.current) return;
    toCar.current = false;
    const only = record.cars.length === 1 ? record.cars[0]! : null;
    if (only) setDraft((now) => (now.car.kind === 'none' ? { ...now, car: { kind: 'known', id: only.id } } : now));
    setTimeout(
      () => (only || car.kind !== 'none' ? document.getElementById('odometer') : document.querySelector<HTMLElement>('.carpick'))?.focus(),
      0,
    );
  }, [record, car.kind, put]);

  const begin = useCallback(
    async (text: string) => {
      // A name is what is typed most; where the shop does not answer, nothing of it is lost.
      const b = await unwrap(api.GET('/api/write-up/begin', { params: { query: { text } } })).catch(() => null);
      const typed = b
        ? { firstName: b.firstName, lastName: b.lastName, businessName: b.businessName, phone: b.phone, email: b.email }
        : { lastName: text.trim() };
      put({ adding: true, customer: { ...emptyCustomer, ...typed } });
      if (b?.plate || b?.vin) put({ car: { kind: 'new' }, newCar: { ...emptyCar, plate: b.plate, vin: b.vin } });
    },
    [put],
  );
  // What an appointment says already stands in its write-up.
  const fromAppointment = useRef<number | null>(null);
  useEffect(() => {
    if (!appointment || fromAppointment.current === appointment) return;
    fromAppointment.current = appointment;
    void draftOfAppointment(appointment).then(setDraft, say.refused);
  }, [appointment, say]);

  // The find field of the bar begins a record with what stood in it.
  useEffect(() => {
    if (toBegin) void begin(toBegin);
  }, [toBegin, begin]);
  const problemOf = (field: string) => (problem?.field === field ? problem.text : undefined);

  const start = async () => {
    setBusy(true);
    setProblem(null);
    const counter = car.kind === 'counter';
    const typedSomebody = Object.values(draft.customer).some((v) => v?.trim());
    try {
      const order = await unwrap(
        api.POST('/api/orders', {
          body: {
            customerId,
            customer: customerId === null && typedSomebody ? draft.customer : null,
            vehicleId: car.kind === 'known' ? car.id : null,
            vehicle: car.kind === 'new' ? draft.newCar : null,
            counterSale: counter,
            withoutVehicle: car.kind === 'later',
            notHereYet: draft.notHereYet,
            arrivesAt: draft.notHereYet ? draft.arrivesAt : null,
            odometer: counter ? null : draft.odometer,
            odometerConfirmed: draft.confirmed,
            concerns: [...draft.concerns, draft.says].filter((s) => s.trim()),
            cannedJobIds: draft.jobs.map((j) => j.id),
            jobs: draft.freeJobs,
            takeOver: draft.taken,
            promisedAt: draft.promise ?? (await proposed()),
            keyTag: draft.keyTag,
            appointmentId: draft.appointmentId ?? null,
            ...draft.logistics,
          },
        }),
      );
      done.current = true;
      dropDraft(me, draft.id);
      // What other pages show is asked for beside: nobody waits for it before the order is there.
      void refresh(['floor'], ['orders'], ['calendar']);
      void navigate(`/orders/${order.id}`);
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, code: error.code, text: error.message } : { text: sentence(error) });
      setBusy(false);
    }
  };
  // What the screen suggested is promised.
  const proposed = async () => (promiseQuery(draft).enabled ? (await client.ensureQueryData(promiseQuery(draft))).promisedAt : null);
  const startOver = () => {
    dropDraft(me, draft.id);
    setDraft(newDraft());
    setProblem(null);
    say.done('Cleared. A new write-up begins.', () => {
      setDraft(draft);
      return Promise.resolve();
    });
  };
  useKeys('Write up', [{ key: 'Ctrl Enter', label: 'Create repair order', run: () => void start(), always: true }]);
  const general = problem && (!problem.field || !PLACED.some((p) => problem.field!.startsWith(p))) ? problem.text : null;

  return (
    <div className="writeup-frame">
      <div className="writeup-page">
        <div className={`page-head ${styles.head}`}>
          <h1>Write up</h1>
          <span className="soft">Start with the customer or the work. Ctrl Enter creates the repair order.</span>
          <span className="grow" />
          <Unfinished
            drafts={draftsOf(me).filter((other) => other.id !== draft.id)}
            onContinue={(other) => {
              setDraft(other);
              setProblem(null);
            }}
          />
          <button className="linkish" onClick={startOver}>
            Clear
          </button>
        </div>
        <div className={styles.column}>
          <CustomerPart
            key={draft.id}
            id={customerId}
            record={record}
            typed={draft.customer}
            onTyped={(customer) => put({ customer })}
            adding={draft.adding}
            onAdding={(adding) => put({ adding })}
            onBegin={begin}
            onChoose={choose}
            problem={problem}
          />
          <CarPart
            record={customerId === null ? undefined : record}
            choice={car}
            onChoice={(next) => {
              put({ car: next, taken: [] });
              setProblem(null);
            }}
            typed={draft.newCar}
            onTyped={(newCar) => put({ newCar })}
            onKnown={choose}
            problem={problem}
          >
            {car.kind !== 'counter' && car.kind !== 'later' && (
              <div className="pair">
                <Labelled
                  label="Odometer in"
                  id="odometer"
                  value={draft.odometer}
                  inputMode="numeric"
                  onText={(odometer) => put({ odometer, confirmed: false })}
                  problem={problemOf('odometer')}
                />
                <Labelled label="Key tag" value={draft.keyTag} onText={(keyTag) => put({ keyTag })} problem={problemOf('keyTag')} />
              </div>
            )}
            {problem?.code === 'odometer.lower' && (
              <label className="row">
                <input type="checkbox" checked={draft.confirmed} onChange={(event) => put({ confirmed: event.target.checked })} />
                The lower odometer is correct
              </label>
            )}
          </CarPart>
        </div>
        <div className={`${styles.column} ${styles.work}`}>
          <WorkPart draft={draft} onDraft={put} problem={problemOf('concerns')} />
          <PromisePart draft={draft} onDraft={put} record={customerId === null ? undefined : record} problemOf={problemOf} />
        </div>
        {/* What is known comes while one types: it stands behind the fields, so that Tab leads where it did. */}
        <div className={styles.column}>
          <KnownPart
            customerId={customerId}
            vehicleId={car.kind === 'known' ? car.id : null}
            typed={car.kind === 'new' ? draft.newCar : undefined}
            odometer={draft.odometer}
            canned={draft.jobs.map((j) => j.id)}
            taken={draft.taken}
            onTaken={(taken) => put({ taken })}
          />
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
        {car.kind === 'later' && (
          <span className="soft">An estimate without a vehicle, priced like any other. Add the vehicle before it is invoiced.</span>
        )}
      </div>
    </div>
  );
}

/** Other write-ups that were left before they became orders. */
function Unfinished({ drafts, onContinue }: { drafts: WriteUpDraft[]; onContinue: (draft: WriteUpDraft) => void }) {
  if (drafts.length === 0) return null;
  return (
    <span className="soft small">
      Unfinished:{' '}
      {drafts.map((draft, i) => (
        <span key={draft.id}>
          {i > 0 && ' · '}
          <button className="linkish small" onClick={() => onContinue(draft)}>
            {draftTitle(draft)}
          </button>
        </span>
      ))}
    </span>
  );
}
