import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, unlessKept, unwrap, type Schemas } from '../../lib/api';
import { clock, figure, moment, wallTime } from '../../lib/format';
import { keepBench } from '../../lib/device/shell';
import { benchCarQuery } from './benchCarQuery';
import { inspectionQuery } from '../Inspections/inspectionQuery';
import { useMe, useNow, useRefresh, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Gauge } from '../../ui/Gauge';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { VinScan } from '../WriteUp/VinScan';
import { HandoverDialog, useHandover } from './HandoverDialog';
import '../../ui/bench.css';

const CheckDialog = lazy(() => import('./CheckDialog'));
const FindingDialog = lazy(() => import('../Inspections/FindingDialog'));

type Car = Schemas['BenchCar'];
type Job = Schemas['BenchJob'];

/** The technician's bench: my cars in order, one tap for each thing. No amounts of money. */
export default function BenchPage() {
  const client = useQueryClient();
  const queryKey = ['bench', useMe().id];
  const bench = useQuery({
    queryKey,
    queryFn: ({ signal }) => unlessKept(client, queryKey, (headers) => api.GET('/api/bench', { signal, headers })),
    refetchInterval: 60_000,
    networkMode: 'always',
  });
  useEffect(() => void keepBench(), []);
  // What may be opened without a connection is fetched while there is one.
  const inspections = bench.data?.cars.flatMap((car) => car.inspections.map((inspection) => inspection.id)).join(',') ?? '';
  useEffect(() => {
    if (!inspections) return;
    void import('../Inspections/InspectionPage');
    for (const id of inspections.split(',').map(Number)) void client.prefetchQuery(inspectionQuery(id));
  }, [client, inspections]);
  const cars = bench.data?.cars.map((car) => car.orderId).join(',') ?? '';
  useEffect(() => {
    if (!cars) return;
    void import('./BenchCarPage');
    for (const id of cars.split(',').map(Number)) void client.prefetchQuery(benchCarQuery(id));
  }, [client, cars]);
  const shop = useShop();
  const refresh = useRefresh();
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const [finding, setFinding] = useState<Car | null>(null);
  const [hand, setHand] = useState<Car | null>(null);
  const [check, setCheck] = useState<number | null>(null);
  if (bench.error && !bench.data) return <Failed error={bench.error} again={() => void bench.refetch()} />;
  if (!bench.data) return <Loading what="your cars" />;
  const data = bench.data;
  const run: Run = async (act, done, undo) => {
    setBusy(true);
    try {
      const answer = await act;
      const words = typeof done === 'function' ? done(answer) : done;
      if (words) say.done(words, undo && (() => undo().then(() => refresh(['bench'], ['floor']))));
    } catch (error) {
      say.refused(error);
    } finally {
      await refresh(['bench'], ['floor']);
      setBusy(false);
    }
  };
  const on = data.cars.flatMap((c) => c.jobs).find((j) => j.id === data.onJobId);
  return (
    <div className="bench">
      <h1 className="visually-hidden">Bench</h1>
      <div className="bench-top">
        <button
          className="big"
          disabled={busy}
          aria-pressed={data.present}
          onClick={() => void run(unwrap(api.POST('/api/bench/presence', { body: { present: !data.present, break: false } })))}
        >
          {data.present ? 'Clock out for the day' : data.breakSince ? 'Back from the break' : 'Clock in for the day'}
        </button>
        {data.present && (
          <button
            className="big"
            disabled={busy}
            onClick={() => void run(unwrap(api.POST('/api/bench/presence', { body: { present: false, break: true } })), 'On a break.')}
          >
            Break
          </button>
        )}
        <span className="soft">
          {data.present && data.presentSince && shop
            ? `Here since ${clock(wallTime(data.presentSince, shop.timeZone))}`
            : data.breakSince && shop
              ? `On a break since ${clock(wallTime(data.breakSince, shop.timeZone))}`
              : 'Not clocked in today'}
          {on && data.onSince && shop
            ? ` · on ${on.title} since ${clock(wallTime(data.onSince, shop.timeZone))}`
            : data.present
              ? ' · not on a job'
              : ''}
        </span>
        <span className="grow" />
        {data.onJobId && (
          <button className="big" disabled={busy} onClick={() => void run(unwrap(api.POST('/api/bench/clock-off')), 'Job stopped.')}>
            Stop job
          </button>
        )}
      </div>
      {data.cars.length === 0 && (
        <Empty title="No jobs assigned to you yet">
          Your vehicles will be here in order, each with its concerns, its jobs and a clock to start. A job comes to you when it is dragged
          to your name on the Floor, or when you are named on the repair order. <Link to="/floor">See the Floor</Link>
        </Empty>
      )}
      {data.toCheck.map((check) => (
        <section key={check.orderId} className="bench-car" aria-label={`Check ${check.plate}`}>
          <header>
            <Plate text={check.plate} large />
            <div className="grow">
              <div className="strong">{check.vehicle}</div>
              <div className="soft">{check.title} · needs a quality check by someone who did not do it</div>
            </div>
            <button className="big go" onClick={() => setCheck(check.orderId)}>
              Check it
            </button>
          </header>
        </section>
      ))}
      {data.cars.map((car) => (
        <CarCard
          key={car.orderId}
          car={car}
          notes={data.progressNotes}
          busy={busy}
          run={run}
          onFinding={() => setFinding(car)}
          onHand={() => setHand(car)}
        />
      ))}
      {hand && <HandoverDialog orderId={hand.orderId} plate={hand.plate} staff={data.staff} stages={[]} onClose={() => setHand(null)} />}
      <Suspense fallback={null}>
        {check !== null && <CheckDialog orderId={check} onClose={() => setCheck(null)} />}
        {finding && <FindingDialog orderId={finding.orderId} plate={finding.plate} onClose={() => setFinding(null)} />}
      </Suspense>
    </div>
  );
}

type Run = <T>(act: Promise<T>, done?: string | ((answer: T) => string), undo?: () => Promise<unknown>) => Promise<void>;

function CarCard({
  car,
  notes,
  busy,
  run,
  onFinding,
  onHand,
}: {
  car: Car;
  notes: readonly string[];
  busy: boolean;
  run: Run;
  onFinding: () => void;
  onHand: () => void;
}) {
  const now = useNow();
  const { take, withdraw } = useHandover();
  const say = useSay();
  const late = car.promiseState === 'Late';
  const marks = [
    car.hasPriority ? 'Priority' : '',
    car.oldPartsBack ? 'Return old parts' : '',
    car.washingWanted ? 'Wash before pickup' : '',
  ].filter(Boolean);
  return (
    <section className={`bench-car ${car.jobs.some((j) => j.onMyClock) ? 'running' : ''}`} aria-label={`${car.plate} ${car.vehicle}`}>
      <header>
        <Plate text={car.plate} large />
        <div className="grow">
          <div className="strong">{car.vehicle}</div>
          <div className="soft small">
            {[
              car.color,
              car.vin && `VIN ${car.vin}`,
              car.odometerIn ? `${car.odometerIn.toLocaleString('en-US')} in` : '',
              car.keyTag && `key ${car.keyTag}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </div>
        </div>
        <div className="right">
          <div className={late ? 'stop strong' : 'strong'}>{car.promisedAt ? moment(car.promisedAt, now) : ''}</div>
          <div className="soft small">{late ? 'late' : car.stageName}</div>
        </div>
      </header>
      <div className="body">
        {car.handover && (
          <div className="notice" role="status">
            {car.handover.toMe ? `${car.handover.other} hands it to you` : `Waits for ${car.handover.other} to take it`}
            {car.handover.note && `: ${car.handover.note}`}
            <div className="acts">
              {car.handover.toMe && (
                <button className="big go" onClick={() => void take(car.handover!.id, car.plate)}>
                  Take it
                </button>
              )}
              <button
                className="big"
                onClick={() => void withdraw(car.handover!.id, car.handover!.toMe ? 'Not taken.' : 'It stays with you.')}
              >
                {car.handover.toMe ? 'Not me' : 'Take back'}
              </button>
            </div>
          </div>
        )}
        {car.checkPending && <div className="strong">Waits for a quality check by someone else</div>}
        {car.warning && <div className="notice strong">{car.warning}</div>}
        {marks.length > 0 && <div className="strong">{marks.join(' · ')}</div>}
        {car.concerns.map((c) => (
          <p key={c.id}>
            <span className="soft">Concern: </span>
            {c.complaint}
            {c.cause && <span className="soft"> · cause: {c.cause}</span>}
          </p>
        ))}
        {car.jobs.map((job) => (
          <JobCard key={job.id} job={job} notes={notes} busy={busy} run={run} />
        ))}
        {car.inspections.map((inspection) => (
          <Link key={inspection.id} to={`/bench/inspections/${inspection.id}`} className="bench-inspection">
            <span className="grow strong">{inspection.name}</span>
            <span className="soft">
              {inspection.finished ? 'finished' : `${inspection.done} of ${inspection.points}`}
              {inspection.findings > 0 && `, ${inspection.findings} ${inspection.findings === 1 ? 'finding' : 'findings'}`}
            </span>
            <Gauge
              value={inspection.points > 0 ? inspection.done / inspection.points : 0}
              label={`${inspection.done} of ${inspection.points} points`}
            />
          </Link>
        ))}
        {car.findings.map((f) => (
          <div key={f.id} className="finding">
            <span className={`rating ${f.rating}`}>{f.rating}</span>
            <span className="grow">
              {f.text} {f.measured !== null && <b>{`${f.measured} ${f.unit}`}</b>}
            </span>
            {f.photoHash && <img src={`/api/photos/${f.photoHash}`} alt={f.text} />}
          </div>
        ))}
        <div className="acts">
          <Link to={`/bench/cars/${car.orderId}`} className="big bench-back">
            Notes, parts, specs
          </Link>
          <button className="big" onClick={onFinding}>
            Report a finding
          </button>
          {!car.handover && (
            <button className="big" onClick={onHand}>
              Hand over
            </button>
          )}
          <VinScan
            onVin={(vin) =>
              void run(
                unwrap(api.POST('/api/bench/orders/{id}/vin', { params: { path: { id: car.orderId } }, body: { vin } })),
                (answer) => answer.words,
              )
            }
            onProblem={say.problem}
            label="Scan VIN"
            className="big"
          />
        </div>
      </div>
    </section>
  );
}

function JobCard({ job, notes, busy, run }: { job: Job; notes: readonly string[]; busy: boolean; run: Run }) {
  const share = job.progress === 'Finished' ? 1 : job.hours > 0 ? job.clockedHours / job.hours : 0;
  const path = { params: { path: { jobId: job.id } } };
  const note = (words: string) => unwrap(api.POST('/api/bench/jobs/{jobId}/progress-note', { ...path, body: { note: words } }));
  return (
    <div className={`bench-job ${job.approved ? '' : 'notyet'}`}>
      <div className="head">
        <h3 className="grow">{job.title}</h3>
        <span className={job.approved ? 'strong' : 'soft'}>{job.progress === 'Finished' ? 'Finished' : job.decision}</span>
        <span className="soft nowrap">
          {figure(job.clockedHours)} of {figure(job.hours)} h
        </span>
      </div>
      <Gauge value={share} label={`${figure(job.clockedHours)} of ${figure(job.hours)} hours`} faint={!job.approved} />
      <ul>
        {job.lines
          .filter((l) => l.kind !== 'Labor' || job.lines.length > 1)
          .map((l) => (
            <li key={l.id}>
              <span>
                {l.description} <span className="soft small">{l.number}</span>
                {l.note && <span className="soft block">{l.note}</span>}
              </span>
              <span className="right">{l.quantity !== null ? figure(l.quantity) : l.hours !== null ? `${figure(l.hours)} h` : ''}</span>
              <span className={l.stateCode === 'Needed' || l.stateCode === 'Trouble' ? 'strong' : 'soft'}>{l.state}</span>
            </li>
          ))}
      </ul>
      {job.onTheClock.length > 0 && !job.onMyClock && <span className="soft">{job.onTheClock.join(', ')} is on it</span>}
      <div className="acts">
        {!job.approved ? (
          <span className="soft">Not approved yet. Wait for the service writer.</span>
        ) : job.progress === 'Finished' ? (
          <button
            className="big"
            disabled={busy}
            onClick={() => void run(unwrap(api.POST('/api/bench/jobs/{jobId}/reopen', path)), `${job.title} is reopened.`)}
          >
            Reopen
          </button>
        ) : (
          <>
            {!job.onMyClock && (
              <button
                className="big go"
                disabled={busy}
                onClick={() => void run(unwrap(api.POST('/api/bench/jobs/{jobId}/clock-on', path)), `Started: ${job.title}.`)}
              >
                Start job
              </button>
            )}
            <button
              className={`big ${job.onMyClock ? 'go' : ''}`}
              disabled={busy}
              onClick={() =>
                void run(
                  unwrap(api.POST('/api/bench/jobs/{jobId}/finish', path)),
                  (answer) =>
                    answer.unfinished.length > 0
                      ? `${job.title} is finished. Still to do on this vehicle: ${answer.unfinished.join(', ')}.`
                      : `${job.title} is finished.`,
                  () => unwrap(api.POST('/api/bench/jobs/{jobId}/reopen', path)),
                )
              }
            >
              Finish
            </button>
            {(notes.length > 0 || job.progressNote) && (
              <select
                className="big"
                aria-label={`Progress of ${job.title}`}
                value={job.progressNote}
                disabled={busy}
                onChange={(event) =>
                  void run(note(event.target.value), `${job.title}: ${event.target.value || 'no note'}.`, () => note(job.progressNote))
                }
              >
                <option value="">Progress…</option>
                {[...new Set([...notes, job.progressNote])].filter(Boolean).map((words) => (
                  <option key={words}>{words}</option>
                ))}
              </select>
            )}
          </>
        )}
      </div>
    </div>
  );
}
