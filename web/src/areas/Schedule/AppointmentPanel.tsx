import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay } from '../../lib/shop';
import { EditCell } from '../../ui/EditCell';
import { Failed, Loading } from '../../ui/Feedback';
import { Plate } from '../../ui/Plate';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import { AppointmentCustomer } from './AppointmentCustomer';
import { AppointmentServices } from './AppointmentServices';
import { CallOff } from './CallOff';
import { appointmentQuery, type Calendar } from './calendarQuery';
import { dayInWords } from './days';
import type { Schedule } from './useSchedule';
import styles from './calendar.module.css';

export type Appointment = Schemas['AppointmentView'];

const TRANSPORTS: Record<Appointment['transport'], string> = {
  DropOff: 'Drops it off',
  Waits: 'Waits here',
  Ride: 'Needs a ride',
  Loaner: 'Gets a loaner',
  PickUp: 'We pick it up',
};
const STATES = [
  ['Asked', 'Asked'],
  ['Confirmed', 'Confirmed'],
] as const;

interface Props {
  id: number;
  calendar: Calendar;
  schedule: Schedule;
  onClose: () => void;
}

/** An appointment beside the calendar, each field saved as it is typed. */
export function AppointmentPanel({ id, calendar, schedule, onClose }: Props) {
  const { data, error, refetch } = useQuery(appointmentQuery(id));
  const empty = useRef(false);
  empty.current = data?.isEmpty ?? false;
  const close = async () => {
    onClose();
    if (!empty.current) return;
    // A span that was drawn and left empty goes without a trace.
    await unwrap(api.DELETE('/api/appointments/{id}', { params: { path: { id } } })).catch(() => undefined);
    await schedule.renew();
  };
  useKeys('Appointment', [{ key: 'Esc', label: 'Close the appointment', run: () => void close() }]);
  return (
    <aside
      className={styles.aside}
      aria-label="Appointment"
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        event.preventDefault();
        void close();
      }}
    >
      <header className="spread">
        <h2>Appointment</h2>
        <button className="linkish" onClick={() => void close()}>
          Close
        </button>
      </header>
      {error && !data ? <Failed error={error} again={() => void refetch()} /> : null}
      {!error && !data ? <Loading what="the appointment" /> : null}
      {data && <Fields appointment={data} calendar={calendar} schedule={schedule} />}
    </aside>
  );
}

/** One change after the other, each on what the one before left: who chooses a technician and types a time does not disturb themselves. */
function useInTurn(appointment: Appointment) {
  const client = useQueryClient();
  const last = useRef<Promise<unknown>>(Promise.resolve());
  return <T,>(send: (now: Appointment) => Promise<T>): Promise<T> => {
    const next = last.current
      .catch(() => undefined)
      .then(() => send(client.getQueryData(appointmentQuery(appointment.id).queryKey) ?? appointment));
    last.current = next;
    return next;
  };
}

function Fields({ appointment, calendar, schedule }: { appointment: Appointment; calendar: Calendar; schedule: Schedule }) {
  const say = useSay();
  const mayPlan = useMay('PlanWork');
  const path = { id: appointment.id };
  const inTurn = useInTurn(appointment);
  const set = useKept(
    (field, value) =>
      inTurn(({ version }) =>
        unwrap(api.POST('/api/appointments/{id}', { params: { path }, body: { field, value, version } })).finally(schedule.renew),
      ),
    () => Promise.resolve(),
  );
  const run = (change: Promise<unknown>) => void change.then(schedule.renew, say.refused);
  const item = calendar.items.find((i) => i.kind === 'Appointment' && i.id === appointment.id);
  const when = `${dayInWords(appointment.start.slice(0, 10))} ${moment(appointment.start, appointment.start).replace('today ', '')}`;
  const place = (part: Partial<{ technicianId: number | null; bayId: number | null }>) =>
    void inTurn(({ technicianId, bayId, start, version }) => {
      const before = { technicianId, bayId, start };
      const { plate, customer } = appointment;
      const title = customer || 'Appointment';
      return schedule.place({ kind: 'Appointment', id: appointment.id, plate, title, customer, version, before }, { ...before, ...part });
    });
  const open = appointment.state === 'Asked' || appointment.state === 'Confirmed';
  const off = !mayPlan || !open;
  // The hands go where typing begins.
  const first = useRef<HTMLDivElement>(null);
  const fresh = useState(appointment.isEmpty)[0];
  useEffect(() => {
    if (fresh) first.current?.querySelector<HTMLElement>('input')?.focus();
  }, [fresh]);
  return (
    <>
      {open ? (
        <SegmentedControl
          label="State of the appointment"
          value={appointment.state as 'Asked' | 'Confirmed'}
          choices={STATES}
          onChange={(state) => run(unwrap(api.POST('/api/appointments/{id}/state', { params: { path }, body: { state, reason: null } })))}
        />
      ) : (
        <p>
          <b>{appointment.state === 'Arrived' ? 'The vehicle is here' : appointment.state === 'Missed' ? 'Missed' : 'Canceled'}</b>
          {appointment.reason ? `: ${appointment.reason}` : ''}
        </p>
      )}
      <div ref={first}>
        <AppointmentCustomer appointment={appointment} disabled={off} set={set} renew={schedule.renew} />
      </div>
      <div className={styles.fields}>
        <Row label="When">
          <EditCell
            label="When"
            value={when}
            disabled={off}
            title="Type tue 9:30 or 11/24 2 pm"
            commit={(text) =>
              inTurn(({ version }) =>
                unwrap(api.POST('/api/appointments/{id}/when', { params: { path }, body: { when: text, version } })).finally(
                  schedule.renew,
                ),
              )
            }
          />
        </Row>
        <Row label="Hours">
          <EditCell
            label="Hours"
            value={appointment.length}
            disabled={off}
            placeholder={(appointment.minutes / 60).toFixed(1)}
            commit={set('length', 'Hours', appointment.length)}
          />
        </Row>
        <Row label="Technician">
          <select
            aria-label="Technician"
            disabled={off}
            value={appointment.technicianId ?? ''}
            onChange={(event) => place({ technicianId: Number(event.target.value) || null })}
          >
            <option value="">unassigned</option>
            {calendar.technicians.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </select>
        </Row>
        {calendar.bays.length > 0 && (
          <Row label="Bay">
            <select
              aria-label="Bay"
              disabled={off}
              value={appointment.bayId ?? ''}
              onChange={(event) => place({ bayId: Number(event.target.value) || null })}
            >
              <option value="">any</option>
              {calendar.bays.map((b) => (
                <option key={b.id} value={b.id}>
                  {b.name}
                </option>
              ))}
            </select>
          </Row>
        )}
      </div>
      {item && item.warnings.length > 0 && (
        <div className="notice stop" role="status">
          {item.warnings.map((w) => (
            <div key={w}>{w}</div>
          ))}
        </div>
      )}
      <AppointmentServices appointment={appointment} disabled={off} renew={schedule.renew} />
      <div className={styles.fields}>
        <Row label="Concern">
          <EditCell
            label="Concern"
            value={appointment.words}
            disabled={off}
            multiline
            placeholder="In the customer's words"
            commit={set('words', 'Concern', appointment.words)}
          />
        </Row>
        <Row label="Meanwhile">
          <select
            aria-label="Meanwhile"
            disabled={off}
            value={appointment.transport}
            onChange={(event) => void set('transport', 'Transport', appointment.transport)(event.target.value)}
          >
            {Object.entries(TRANSPORTS).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </Row>
        <Row label="Source">
          <select
            aria-label="How it came to the shop"
            disabled={off}
            value={appointment.source}
            onChange={(event) => void set('source', 'Source', appointment.source)(event.target.value)}
          >
            <option value="">not said</option>
            {appointment.sources.map((s) => (
              <option key={s}>{s}</option>
            ))}
          </select>
        </Row>
      </div>
      <Moves appointment={appointment} now={calendar.now} renew={schedule.renew} />
      <Acts appointment={appointment} now={calendar.now} schedule={schedule} />
    </>
  );
}

export function Row({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className="field-row">
      <span className="soft">{label}</span>
      {children}
    </div>
  );
}

function Moves({ appointment, now, renew }: { appointment: Appointment; now: string; renew: () => Promise<unknown> }) {
  const [latest, ...before] = appointment.moves;
  if (!latest) return null;
  return (
    <div className="small">
      <p>
        <b>Moved {appointment.moves.length === 1 ? 'once' : `${appointment.moves.length} times`}.</b> From {moment(latest.from, now)},{' '}
        {latest.by}
      </p>
      <EditCell
        label="Why it was moved"
        value={latest.reason}
        placeholder="Why it was moved"
        commit={(reason) =>
          unwrap(api.POST('/api/appointments/{id}/moved-because', { params: { path: { id: appointment.id } }, body: { reason } })).then(
            renew,
          )
        }
      />
      {before.map((m) => (
        <p key={m.at} className="soft">
          From {moment(m.from, now)}, {m.by}
          {m.reason ? `: ${m.reason}` : ''}
        </p>
      ))}
    </div>
  );
}

function Acts({ appointment, now, schedule }: { appointment: Appointment; now: string; schedule: Schedule }) {
  const navigate = useNavigate();
  const say = useSay();
  const mayWrite = useMay('WriteUp');
  const mayPlan = useMay('PlanWork');
  const mayTell = useMay('WriteToCustomers');
  const tell = () =>
    unwrap(api.POST('/api/appointments/{id}/confirmation', { params: { path } })).then(
      ({ to }) => say.done(`Confirmation sent to ${to}.`),
      say.refused,
    );
  const [calling, setCalling] = useState<'Missed' | 'Canceled' | null>(null);
  const path = { id: appointment.id };
  const open = appointment.state === 'Asked' || appointment.state === 'Confirmed';
  const known = appointment.orderId !== null || (appointment.customerId !== null && appointment.vehicleId !== null);
  const arrive = async () => {
    try {
      const { orderId, number } = await unwrap(api.POST('/api/appointments/{id}/arrive', { params: { path } }));
      await schedule.renew();
      say.done(`Repair order ${number} is open.`, () =>
        unwrap(api.POST('/api/appointments/{id}/return', { params: { path } })).then(schedule.renew),
      );
      void navigate(`/orders/${orderId}`);
    } catch (error) {
      say.refused(error);
    }
  };
  const back = () => unwrap(api.POST('/api/appointments/{id}/return', { params: { path } })).then(schedule.renew, say.refused);
  const restore = () =>
    unwrap(api.POST('/api/appointments/{id}/state', { params: { path }, body: { state: 'Confirmed', reason: null } })).then(
      schedule.renew,
      say.refused,
    );
  return (
    <div className={styles.acts}>
      {appointment.orderId !== null && (
        <p>
          <Link to={`/orders/${appointment.orderId}`}>Repair order {appointment.orderNumber}</Link>{' '}
          {appointment.state === 'Arrived' ? 'was opened for it.' : 'waits for this vehicle.'}
        </p>
      )}
      {appointment.remindedAt && <p className="soft small">The customer was reminded.</p>}
      {open && mayWrite && known && (
        <Button variant="contained" onClick={() => void arrive()}>
          Vehicle is here
        </Button>
      )}
      {open && mayWrite && !known && (
        <Button variant="contained" component={Link} to={`/write-up?appointment=${appointment.id}`}>
          Write up
        </Button>
      )}
      {open && mayTell && (
        <Button variant="outlined" onClick={() => void tell()}>
          Text confirmation
        </Button>
      )}
      {open && mayPlan && (
        <>
          {appointment.start < now && (
            <Button variant="outlined" onClick={() => setCalling('Missed')}>
              Did not come
            </Button>
          )}
          <Button variant="outlined" onClick={() => setCalling('Canceled')}>
            Cancel appointment
          </Button>
        </>
      )}
      {appointment.state === 'Arrived' && mayWrite && (
        <Button variant="outlined" onClick={() => void back()}>
          Back to appointment
        </Button>
      )}
      {(appointment.state === 'Missed' || appointment.state === 'Canceled') && mayPlan && (
        <Button variant="outlined" onClick={() => void restore()}>
          Restore
        </Button>
      )}
      {calling && <CallOff appointment={appointment} state={calling} onClose={() => setCalling(null)} renew={schedule.renew} />}
      {appointment.plate && (
        <p className="soft small">
          <Plate text={appointment.plate} /> {appointment.vehicle}
        </p>
      )}
    </div>
  );
}
