import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { moment } from '../../../lib/format';
import { useMay, useNow, useRefresh } from '../../../lib/shop';
import { CustomerSearch } from '../../../ui/CustomerSearch';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Labelled } from '../../../ui/Labelled';
import { Plate } from '../../../ui/Plate';
import { SaveCsv } from '../../../ui/SaveCsv';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { useSay } from '../../../ui/Toasts';
import { useRefusal } from '../../../ui/useRefusal';
import { ConnectedCars } from './ConnectedCars';
import { PlaceMap } from './PlaceMap';
import styles from './requests.module.css';

type Row = Schemas['RequestRow'];

const KINDS: Record<Row['kind'], string> = {
  Booking: 'Booking',
  Consent: 'Vehicle may report',
  TroubleCode: 'Trouble code',
  Question: 'Question',
};

const COLUMNS: CsvColumn<Row>[] = [
  ['Came', (row) => row.at],
  ['Kind', (row) => KINDS[row.kind]],
  ['From', (row) => row.customer || row.name],
  ['Phone', (row) => row.phone],
  ['Plate', (row) => row.plate],
  ['Vehicle', (row) => row.vehicle],
  ['What', (row) => row.words],
  ['Code', (row) => row.code],
  ['Appointment', (row) => row.appointment],
  ['Has it', (row) => row.assignedTo],
  ['Handled', (row) => row.handled],
];

/** What came in from outside by itself: bookings, vehicles that report, trouble codes. */
export default function RequestsPage() {
  const [view, setView] = useState<'open' | 'handled' | 'cars'>('open');
  const list = useQuery({
    queryKey: ['requests'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/requests', { signal })),
    refetchInterval: 60_000,
  });
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="requests" />;
  const rows = list.data.rows.filter((row) => (row.state === 'Open') === (view === 'open'));
  const open = list.data.rows.filter((row) => row.state === 'Open').length;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Requests</h1>
        <SegmentedControl
          label="Which"
          value={view}
          choices={[
            ['open', `To do ${open}`],
            ['handled', 'Handled, two weeks'],
            ['cars', 'Connected vehicles'],
          ]}
          onChange={setView}
        />
        <span className="grow" />
        {view !== 'cars' && rows.length > 0 && <SaveCsv name="requests" columns={COLUMNS} rows={rows} />}
      </div>
      {view === 'open' && list.data.unknown.length > 0 && <UnknownTexts threads={list.data.unknown} />}
      {view === 'cars' ? (
        <ConnectedCars />
      ) : rows.length === 0 && (view === 'handled' || list.data.unknown.length === 0) ? (
        <Empty title={view === 'open' ? 'Nothing came in' : 'Nothing was handled'}>
          Bookings and questions from the shop’s page, vehicles whose owners let them report, their trouble codes, and texts of people who
          are not on file appear here. The page is set up under Setup, Booking.
        </Empty>
      ) : (
        rows.map((row) => <RequestCard key={row.id} row={row} />)
      )}
    </div>
  );
}

/** What people who are not on file wrote and nobody read. */
function UnknownTexts({ threads }: { threads: Schemas['UnreadThread'][] }) {
  const now = useNow();
  return (
    <section className={`card ${styles.request}`} aria-label="Unknown senders">
      <header>
        <span className={styles.kind}>Texts</span>
        <h2>Unknown senders</h2>
        <span className="grow" />
        <Link to="/unknown-senders">Read and answer</Link>
      </header>
      <ul className={styles.threads}>
        {threads.map((thread) => (
          <li key={thread.shown}>
            <b>{thread.shown}</b> <span>{thread.body}</span> <span className="soft nowrap">{moment(thread.at, now)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

type Form = 'answer' | 'aside' | 'customer' | null;

function RequestCard({ row }: { row: Row }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const navigate = useNavigate();
  const mayPlan = useMay('PlanWork');
  const mayWriteUp = useMay('WriteUp');
  const [form, setForm] = useState<Form>(null);
  const renew = () => refresh(['requests'], ['calendar']);
  const path = { params: { path: { id: row.id } } };
  const act = (run: Promise<unknown>, words: string) =>
    run.then(async () => {
      await renew();
      setForm(null);
      if (words) say.done(words);
    });
  const handle = (state: Schemas['RequestState'], reason: string | null) =>
    unwrap(api.POST('/api/requests/{id}/handle', { ...path, body: { state, reason } }));
  const confirm = () =>
    void act(unwrap(api.POST('/api/requests/{id}/confirm', path)), 'Confirmed. The customer gets a text.').catch(say.refused);
  const appoint = (repair: string | null) =>
    void unwrap(api.POST('/api/requests/{id}/appointment', { ...path, body: { repair } })).then(
      ({ id }) => navigate(`/calendar?appointment=${id}`),
      say.refused,
    );
  const open = row.state === 'Open';
  const writeUp = (repair: string | null) =>
    void unwrap(api.POST('/api/requests/{id}/order', { ...path, body: { repair } })).then(async ({ id, number }) => {
      await renew();
      say.done(`Repair order ${number} is open, with what came in on it.`);
      void navigate(`/orders/${id}`);
    }, say.refused);
  const textBack = open && row.phone && (
    <Button variant={row.kind === 'Question' ? 'contained' : 'text'} onClick={() => setForm('answer')}>
      Text back…
    </Button>
  );
  return (
    <section className={`card ${styles.request}`} aria-label={`${KINDS[row.kind]}, ${row.customer || row.name}`}>
      <header>
        <span className={styles.kind}>{KINDS[row.kind]}</span>
        <h2>{row.customerId === null ? row.name || 'Unknown' : <Link to={`/customers/${row.customerId}`}>{row.customer}</Link>}</h2>
        <span className="soft">
          {moment(row.at, now)}
          {row.times > 1 && `, ${row.times} times`}
        </span>
        <span className="grow" />
        {row.phone && <a href={`tel:${row.phone}`}>{row.phone}</a>}
        {row.assignedTo && <span className="soft">{row.isMine ? 'yours' : row.assignedTo}</span>}
      </header>
      <div className={styles.body}>
        <div className={styles.what}>
          <span>
            {row.plate && <Plate text={row.plate} />}{' '}
            {row.vehicleId === null ? row.vehicle : <Link to={`/vehicles/${row.vehicleId}`}>{row.vehicle}</Link>}
          </span>
          {row.code && <b>{row.code}</b>}
          {row.words && <span className={styles.words}>{row.words}</span>}
          {row.appointment && <b>{row.appointment}</b>}
          {row.place && <span className="soft">{row.place}</span>}
          {open && row.code && row.vehicleId !== null && (
            <LikelyRepairs row={row} onAppoint={mayPlan ? appoint : undefined} onWriteUp={mayWriteUp ? writeUp : undefined} />
          )}
          {(row.matchedBy || row.besides) && <span className="soft small">{[row.matchedBy, row.besides].filter(Boolean).join('; ')}</span>}
          {row.handled && <span className="soft small">{row.handled}</span>}
        </div>
        {row.photoHash && (
          <a href={`/api/photos/${row.photoHash}`} target="_blank" rel="noreferrer">
            <img className={styles.photo} src={`/api/photos/${row.photoHash}`} alt={`Photo of ${row.customer || row.name}`} />
          </a>
        )}
        {row.latitude !== null && row.longitude !== null && (
          <PlaceMap latitude={row.latitude} longitude={row.longitude} place={row.place} />
        )}
      </div>
      <div className={styles.actions}>
        {open && mayPlan && row.kind === 'Booking' && (
          <Button variant="contained" onClick={confirm}>
            Confirm
          </Button>
        )}
        {row.kind === 'Question' && textBack}
        {open && mayPlan && (row.kind === 'TroubleCode' || row.kind === 'Question') && (
          <Button variant={row.kind === 'TroubleCode' ? 'contained' : 'text'} onClick={() => appoint(null)}>
            Make an appointment
          </Button>
        )}
        {mayWriteUp && row.mayBecomeOrder && row.kind !== 'Consent' && <Button onClick={() => writeUp(null)}>Open a repair order</Button>}
        {open && row.kind === 'Consent' && (
          <Button variant="contained" onClick={() => void act(handle('Done', null), 'Noted.').catch(say.refused)}>
            Seen
          </Button>
        )}
        {row.appointmentId !== null && (
          <Button onClick={() => void navigate(`/calendar?appointment=${row.appointmentId}`)}>Show in calendar</Button>
        )}
        {row.orderId !== null && <Button onClick={() => void navigate(`/orders/${row.orderId}`)}>Repair order</Button>}
        {row.kind !== 'Question' && textBack}
        {row.mayJoin && (
          <Button
            onClick={() =>
              void act(
                unwrap(api.POST('/api/requests/{id}/join', path)),
                'Joined. What the other said is on this one, and its time is free again.',
              ).catch(say.refused)
            }
          >
            {row.kind === 'Booking' ? 'Keep this time, join the rest' : 'Join with the rest'}
          </Button>
        )}
        {open && (
          <Button onClick={() => setForm('customer')}>{row.customerId === null ? 'Put to a customer…' : 'Another customer…'}</Button>
        )}
        {open && (
          <Button
            onClick={() =>
              void act(unwrap(api.POST(row.isMine ? '/api/requests/{id}/give-back' : '/api/requests/{id}/take', path)), '').catch(
                say.refused,
              )
            }
          >
            {row.isMine ? 'Give back' : 'I take it'}
          </Button>
        )}
        {open ? (
          <Button onClick={() => setForm('aside')}>Set aside…</Button>
        ) : (
          <Button onClick={() => void act(handle('Open', null), 'It is open again.').catch(say.refused)}>Take up again</Button>
        )}
      </div>
      {form === 'customer' && (
        <div className={styles.form} onKeyDown={(event) => event.key === 'Escape' && setForm(null)}>
          <CustomerSearch
            label="Customer on file"
            start={row.name}
            autoFocus
            nobody="Nobody on file fits. They are written up when the vehicle comes."
            onChoose={(customerId) =>
              void act(
                unwrap(api.POST('/api/requests/{id}/customer', { ...path, body: { customerId, vehicleId: null } })),
                'Put to the customer.',
              ).catch(say.refused)
            }
          />
          <div className={styles.actions}>
            <Button onClick={() => setForm(null)}>Cancel</Button>
          </div>
        </div>
      )}
      {(form === 'answer' || form === 'aside') && (
        <WordsForm
          key={form}
          label={form === 'answer' ? `Text to ${row.phone}` : 'Why it is set aside'}
          button={form === 'answer' ? 'Send' : 'Set aside'}
          field={form === 'answer' ? 'body' : 'reason'}
          onClose={() => setForm(null)}
          onKeep={(words) =>
            form === 'answer'
              ? act(unwrap(api.POST('/api/requests/{id}/answer', { ...path, body: { body: words } })), 'The text is on the way.')
              : act(handle('SetAside', words), 'Set aside.')
          }
        />
      )}
    </section>
  );
}

/** What usually mends the code: outside for this vehicle, and here. */
function LikelyRepairs({
  row,
  onAppoint,
  onWriteUp,
}: {
  row: Row;
  onAppoint?: (repair: string) => void;
  onWriteUp?: (repair: string) => void;
}) {
  const known = useQuery({
    queryKey: ['requests', row.id, 'repairs'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/requests/{id}/repairs', { signal, params: { path: { id: row.id } } })),
    staleTime: 600_000,
  });
  const { repairs, trouble } = known.data ?? { repairs: [], trouble: '' };
  if (known.isPending) return <span className="soft small">Looking up known repairs…</span>;
  if (repairs.length === 0) return <span className="soft small">{trouble || 'No repair is known for this code.'}</span>;
  return (
    <ul className={styles.repairs} aria-label={`Known repairs of ${row.code}`}>
      {repairs.slice(0, 3).map((repair) => (
        <li key={repair.title}>
          {repair.title}{' '}
          <span className="soft small">
            {[repair.percent === null ? '' : `${repair.percent}% of the time`, repair.here > 0 ? `${repair.here} here` : '']
              .filter(Boolean)
              .join(', ')}
          </span>{' '}
          {onAppoint && (
            <button className="linkish small" onClick={() => onAppoint(repair.title)}>
              Appointment for it
            </button>
          )}{' '}
          {onWriteUp && (
            <button className="linkish small" onClick={() => onWriteUp(repair.title)}>
              Repair order for it
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

interface WordsProps {
  label: string;
  button: string;
  field: string;
  onKeep: (words: string) => Promise<unknown>;
  onClose: () => void;
}

function WordsForm({ label, button, field, onKeep, onClose }: WordsProps) {
  const [words, setWords] = useState('');
  const refusal = useRefusal(field);
  return (
    <form
      className={styles.form}
      aria-label={label}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
      onSubmit={(event) => {
        event.preventDefault();
        void refusal.attempt(async () => {
          await onKeep(words);
        });
      }}
    >
      <Labelled label={label} value={words} onText={setWords} problem={refusal.of(field) ?? (refusal.rest || undefined)} autoFocus />
      <div className={styles.actions}>
        <Button type="submit" variant="contained">
          {button}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
