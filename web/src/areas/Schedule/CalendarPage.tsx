import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { Schemas } from '../../lib/api';
import { minutesOfDay } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useFloor, useMay, useNow } from '../../lib/shop';
import { ofTime } from '../../ui/DayTimeline';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { AppointmentPanel } from './AppointmentPanel';
import { Board, startOf } from './Board';
import { calendarQuery, type Calendar, type Item } from './calendarQuery';
import { heading, range, step } from './days';
import { Month } from './Month';
import { ProposalPanel } from './ProposalPanel';
import { Summary } from './Summary';
import { looseJob, Tray } from './Tray';
import { useFocusAfterMove } from '../../ui/useFocusAfterMove';
import { useBoardPointer, type Spot } from './useBoardPointer';
import { useProposal } from './useProposal';
import { useSchedule, type Placed } from './useSchedule';
import { useWarnings } from './useWarnings';
import '../../ui/records.css';
import styles from './calendar.module.css';

const FeedsDialog = lazy(() => import('./FeedsDialog'));

type Face = 'day' | 'week' | 'month';
type By = 'technician' | 'bay';
const FACES = [
  ['day', 'Day'],
  ['week', 'Week'],
  ['month', 'Month'],
] as const;
const BYS = [
  ['technician', 'By technician'],
  ['bay', 'By bay'],
] as const;

/** Days, weeks and months by technician or bay; what is to come, what is to be done, and a better plan laid over it. */
export default function CalendarPage() {
  const now = useNow();
  const [params, setParams] = useSearchParams();
  const kept = sessionStorage.getItem('calendar')?.split(' ') as [Face, By] | undefined;
  const face = (params.get('face') as Face | null) ?? kept?.[0] ?? 'week';
  const by = (params.get('by') as By | null) ?? kept?.[1] ?? 'technician';
  const day = params.get('day') ?? now.slice(0, 10);
  const opened = Number(params.get('appointment')) || null;
  const { from, days } = range(face, day);
  const calendar = useQuery(calendarQuery(from, days));
  const set = (next: Record<string, string | null>) => {
    const all = new URLSearchParams(params);
    Object.entries(next).forEach(([key, value]) => (value === null ? all.delete(key) : all.set(key, value)));
    sessionStorage.setItem('calendar', `${all.get('face') ?? face} ${all.get('by') ?? by}`);
    setParams(all, { replace: true });
  };
  if (calendar.error && !calendar.data) return <Failed error={calendar.error} again={() => void calendar.refetch()} />;
  if (!calendar.data) return <Loading what="the calendar" />;
  return (
    <Days
      key="days"
      calendar={calendar.data}
      face={face}
      by={by}
      day={day}
      opened={opened}
      planning={params.get('plan') === '1'}
      set={set}
    />
  );
}

interface DaysProps {
  calendar: Calendar;
  face: Face;
  by: By;
  day: string;
  opened: number | null;
  planning: boolean;
  set: (next: Record<string, string | null>) => void;
}

/** Days on which the shop is never open and nothing stands are left out of a week. */
const shownDays = (calendar: Calendar, face: Face) =>
  calendar.days
    .filter(
      (d) => face === 'day' || !d.isClosed || d.closedBecause || calendar.items.some((i) => i.spans.some((s) => s.from.startsWith(d.day))),
    )
    .map((d) => d.day);

function Days({ calendar, face, by, day, opened, planning, set }: DaysProps) {
  const navigate = useNavigate();
  const floor = useFloor();
  const mayPlan = useMay('PlanWork');
  const mayOpen = useMay('SeeOrders');
  const schedule = useSchedule(calendar);
  const proposal = useProposal(calendar);
  const [feeds, setFeeds] = useState(false);
  const axis = { from: ofTime(calendar.opens), until: ofTime(calendar.closes) };
  const days = shownDays(calendar, face);

  const put = (what: Placed, spot: Spot) => {
    const lane = by === 'technician' ? { technicianId: spot.lane } : { bayId: spot.lane };
    const held = what.before ?? { technicianId: null, bayId: null };
    void schedule.place(what, { technicianId: held.technicianId, bayId: held.bayId, ...lane, start: startOf(spot) });
  };
  const begin = async (spot: Spot, minutes: number | null) => {
    const id = await schedule.draw({
      start: startOf(spot),
      minutes,
      technicianId: by === 'technician' ? spot.lane : null,
      bayId: by === 'bay' ? spot.lane : null,
    });
    if (id) set({ appointment: String(id) });
  };
  // From the floor one comes here to plan.
  const { ask } = proposal;
  useEffect(() => {
    if (!planning) return;
    set({ plan: null });
    void ask();
    // Once, when the page was opened for it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [planning]);
  const board = useBoardPointer(axis, calendar.stepMinutes, put, (spot, minutes) => void begin(spot, minutes));
  const warnings = useWarnings(board.ghost, by);
  const hold = useFocusAfterMove('data-item', calendar);

  /** The next place that a key can mean: now, or when the shop opens on the day that is shown. */
  const next = (): Spot => {
    const today = calendar.now.slice(0, 10);
    const on = days.includes(today) ? today : (days.find((d) => d > today) ?? today);
    const minute = minutesOfDay(calendar.now) + calendar.stepMinutes;
    return { lane: null, day: on, minute: on === today && minute < axis.until ? Math.ceil(minute / 15) * 15 : axis.from };
  };
  const newOne = () => void begin(next(), null);
  const open = (item: Item) => {
    if (item.kind === 'Appointment') set({ appointment: String(item.id) });
    else if (mayOpen && item.orderId) void navigate(`/orders/${item.orderId}`);
  };
  const scheduleNext = (job: Schemas['UnplannedJob']) => {
    const spot = next();
    void schedule.place(looseJob(job), { technicianId: job.technicianId, bayId: null, start: startOf(spot) });
  };
  const expect = async (order: Schemas['ExpectedOrder']) => {
    const id = await schedule.draw({ start: null, minutes: null, technicianId: null, bayId: null, orderId: order.orderId });
    if (id) set({ appointment: String(id) });
  };

  useKeys('Calendar', [
    { key: '1', label: 'Calendar by day', run: () => set({ face: 'day' }) },
    { key: '2', label: 'Calendar by week', run: () => set({ face: 'week' }) },
    { key: '3', label: 'Calendar by month', run: () => set({ face: 'month' }) },
    { key: 'B', label: by === 'bay' ? 'Calendar by technician' : 'Calendar by bay', run: () => set({ by: by === 'bay' ? null : 'bay' }) },
    { key: 'T', label: 'Calendar: today', run: () => set({ day: null }) },
    { key: ',', label: 'Calendar: back', run: () => set({ day: step(face, day, -1) }) },
    { key: '.', label: 'Calendar: forward', run: () => set({ day: step(face, day, 1) }) },
    ...(mayPlan
      ? [
          { key: 'C', label: 'New appointment', run: newOne },
          { key: 'L', label: 'Plan it: a better plan', run: () => void proposal.ask() },
        ]
      : []),
    { key: 'Shift ←', label: 'Selected block: 15 minutes earlier', run: () => undefined, hidden: true },
    { key: 'Shift →', label: 'Selected block: 15 minutes later', run: () => undefined, hidden: true },
    { key: 'Shift PageUp', label: 'Selected block: a day earlier', run: () => undefined, hidden: true },
    { key: 'Shift PageDown', label: 'Selected block: a day later', run: () => undefined, hidden: true },
    { key: 'Shift ↑', label: 'Selected block: to the lane above', run: () => undefined, hidden: true },
    { key: 'Shift ↓', label: 'Selected block: to the lane below', run: () => undefined, hidden: true },
    { key: 'F', label: 'Selected job: fix it where it is', run: () => undefined, hidden: true },
    { key: 'Delete', label: 'Selected job: off the schedule', run: () => undefined, hidden: true },
  ]);

  return (
    <>
      <div className={styles.bar}>
        <h1 className="visually-hidden">Calendar</h1>
        <SegmentedControl label="Show" value={face} choices={FACES} onChange={(next) => set({ face: next })} />
        {face !== 'month' && <SegmentedControl label="Lanes" value={by} choices={BYS} onChange={(next) => set({ by: next })} />}
        <span className={styles.steps}>
          <button aria-label={`Previous ${face}`} onClick={() => set({ day: step(face, day, -1) })}>
            ‹
          </button>
          <button onClick={() => set({ day: null })}>Today</button>
          <button aria-label={`Next ${face}`} onClick={() => set({ day: step(face, day, 1) })}>
            ›
          </button>
        </span>
        <h2 className={styles.title}>{heading(face, day)}</h2>
        <Summary calendar={calendar} onOpen={open} />
        {face === 'day' && (
          <a className="linkish nowrap" href={`/api/calendar/${day}/list.pdf`} target="_blank" rel="noreferrer">
            Print
          </a>
        )}
        {mayPlan && (
          <>
            <button className="linkish nowrap" onClick={() => setFeeds(true)}>
              On a phone
            </button>
            <Button className="nowrap" variant="outlined" onClick={newOne}>
              Appointment <span className="key">C</span>
            </Button>
            <Button className="nowrap" variant="contained" onClick={() => void proposal.ask()} disabled={proposal.busy}>
              {proposal.busy ? 'Planning…' : 'Plan it'} <span className="key">L</span>
            </Button>
          </>
        )}
      </div>
      <Suspense fallback={null}>{feeds && <FeedsDialog calendar={calendar} onClose={() => setFeeds(false)} />}</Suspense>
      <div className={styles.page}>
        <div className={styles.main}>
          {calendar.items.length === 0 && (
            <Empty title="Nothing here yet">
              Appointments and scheduled jobs stand here. Draw a span on a line, or press C, to make an appointment; approved work waits
              beside, to be dragged onto a line.
            </Empty>
          )}
          {face === 'month' ? (
            <Month calendar={calendar} month={day.slice(0, 7)} onDay={(d) => set({ face: 'day', day: d })} onOpen={open} />
          ) : (
            <>
              <Board
                calendar={calendar}
                days={days}
                by={by}
                axis={axis}
                ghost={board.ghost}
                warnings={warnings}
                proposed={proposal.laid}
                schedule={schedule}
                open={opened}
                onDrag={board.drag}
                onDraw={board.draw}
                wasDragged={board.wasDragged}
                hold={hold}
                onOpen={open}
                onNew={(spot) => void begin(spot, null)}
              />
              {by === 'technician' && calendar.technicians.length === 0 && (
                <p className="notice">No technicians yet. Each technician gets a lane here once added in Setup, People.</p>
              )}
              {by === 'bay' && calendar.bays.length === 0 && (
                <p className="notice">No bays yet. Add them in Setup, Floor, and work can be scheduled by bay.</p>
              )}
              <Tray
                now={calendar.now}
                jobs={floor.data?.unplanned ?? []}
                expected={calendar.expected}
                onDrag={board.drag}
                wasDragged={board.wasDragged}
                onJob={scheduleNext}
                onExpected={(order) => void expect(order)}
              />
            </>
          )}
        </div>
        {proposal.shown ? (
          <ProposalPanel proposal={proposal} calendar={calendar} />
        ) : (
          opened &&
          mayOpen && (
            <AppointmentPanel key={opened} id={opened} calendar={calendar} schedule={schedule} onClose={() => set({ appointment: null })} />
          )
        )}
      </div>
    </>
  );
}
