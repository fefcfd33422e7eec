import { useRef, type KeyboardEvent } from 'react';
import { atMinutes, minutesOfDay } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { vars } from '../../lib/vars';
import { Gauge } from '../../ui/Gauge';
import { BoardBlock } from './BoardBlock';
import type { Calendar, Item, Lane } from './calendarQuery';
import { dayInWords, shortDay } from './days';
import { minuteOf, percent, tracksOf, type Axis } from './geometry';
import type { Ghost, Spot } from './useBoardPointer';
import type { Placed, Schedule } from './useSchedule';
import styles from './calendar.module.css';

interface Props {
  calendar: Calendar;
  days: readonly string[];
  by: 'technician' | 'bay';
  axis: Axis;
  ghost: Ghost | null;
  warnings: readonly string[];
  /** Moves that a better plan proposes, by job. */
  proposed?: ReadonlyMap<number, Item>;
  schedule: Schedule;
  open: number | null;
  onDrag: (event: React.PointerEvent<HTMLElement>, what: Placed, minutes: number) => void;
  onDraw: (event: React.PointerEvent<HTMLElement>) => void;
  wasDragged: () => boolean;
  /** The block that keys move keeps the hands, wherever it goes. */
  hold: (item: string) => void;
  onOpen: (item: Item) => void;
  onNew: (spot: Spot) => void;
}

/** The lane of an item; what belongs to somebody, or a bay, that is not there any more stands with what has none. */
function laneOf(item: Item, by: 'technician' | 'bay', calendar: Calendar): number | null {
  const lane = by === 'technician' ? item.technicianId : item.bayId;
  const lanes = by === 'technician' ? calendar.technicians : calendar.bays;
  return lanes.some((l) => l.id === lane) ? lane : null;
}

/** Where a job or appointment was, and who it is. */
export const placedOf = (item: Item): Placed => ({
  ...item,
  before: { technicianId: item.technicianId, bayId: item.bayId, start: item.start },
});

/** Days beside each other, a lane for each technician or bay, and one for what nobody has. */
export function Board(props: Props) {
  const { calendar, days, by, axis } = props;
  const lanes: (Lane | null)[] = [...(by === 'technician' ? calendar.technicians : calendar.bays), null];
  const ref = useRef<HTMLDivElement>(null);
  const go = (from: HTMLElement, lane: number, day: number) => {
    const cell = ref.current?.querySelector<HTMLElement>(`[data-at="${lane}:${day}"]`);
    if (!cell) return;
    from.tabIndex = -1;
    cell.tabIndex = 0;
    cell.focus();
  };
  return (
    <div
      className={styles.board}
      role="grid"
      aria-label={by === 'technician' ? 'Calendar by technician' : 'Calendar by bay'}
      style={vars({ '--days': String(days.length) })}
      ref={ref}
    >
      <div role="row" className={styles.heads}>
        <div role="columnheader" className={styles.corner}>
          hours scheduled of hours available
        </div>
        {days.map((day) => (
          <DayHead key={day} calendar={calendar} day={day} axis={axis} single={days.length === 1} />
        ))}
      </div>
      {lanes.map((lane, i) => (
        <LaneRow key={lane?.id ?? 'none'} {...props} lane={lane} index={i} go={go} />
      ))}
    </div>
  );
}

function DayHead({ calendar, day, axis, single }: { calendar: Calendar; day: string; axis: Axis; single: boolean }) {
  const view = calendar.days.find((d) => d.day === day)!;
  const today = calendar.now.slice(0, 10) === day;
  const tight = view.skills.filter((s) => s.planned > s.there);
  return (
    <div role="columnheader" className={`${styles.dayhead} ${today ? styles.today : ''}`}>
      <span className={styles.dayname}>
        <b>{shortDay(day)}</b>
        <span className="soft nowrap">
          {view.isClosed
            ? `closed${view.closedBecause ? `, ${view.closedBecause}` : ''}`
            : `${figure(view.planned)} of ${figure(view.there)} h`}
        </span>
      </span>
      {!view.isClosed && view.there > 0 && (
        <Gauge value={view.planned / view.there} label={`${figure(view.planned)} of ${figure(view.there)} hours scheduled`} />
      )}
      {tight.length > 0 && (
        <span className="stop small clip" title={view.skills.map((s) => `${s.skill}: ${s.planned} of ${s.there} h`).join(', ')}>
          {tight.map((s) => `${s.skill} ${figure(s.planned)} of ${figure(s.there)} h`).join(', ')}
        </span>
      )}
      {single && <Hours axis={axis} />}
    </div>
  );
}

const figure = (hours: number) => hours.toFixed(1).replace('.0', '');

function Hours({ axis }: { axis: Axis }) {
  const hours = [];
  for (let minute = Math.ceil(axis.from / 60) * 60; minute < axis.until; minute += 60) hours.push(minute);
  return (
    <div className={styles.hours} aria-hidden>
      {hours.map((minute) => (
        <span key={minute} style={vars({ '--at': `${percent(minute, axis)}%` })}>
          {(minute / 60) % 12 || 12}
        </span>
      ))}
    </div>
  );
}

function LaneRow(props: Props & { lane: Lane | null; index: number; go: (from: HTMLElement, lane: number, day: number) => void }) {
  const { calendar, days, by, axis, lane, proposed } = props;
  const id = lane?.id ?? null;
  const items = calendar.items.filter((item) => laneOf(item, by, calendar) === id);
  const laid = [...(proposed?.values() ?? [])].filter((item) => laneOf(item, by, calendar) === id);
  const { blocks, tracks } = tracksOf([...items, ...laid], days, axis);
  return (
    <div role="row" className={styles.lane} style={vars({ '--tracks': String(tracks) })}>
      <div role="rowheader" className={styles.lanehead}>
        <b>{lane?.name ?? (by === 'technician' ? 'Unassigned' : 'No bay yet')}</b>
        <span className="soft small">{lane?.able}</span>
      </div>
      {days.map((day, i) => (
        <Cell key={day} {...props} id={id} day={day} dayIndex={i}>
          {blocks
            .filter((b) => b.span.from.slice(0, 10) === day)
            .map((b) => (
              <BoardBlock
                key={`${b.item.kind}${b.item.id}:${b.item.spans.indexOf(b.span)}${laid.includes(b.item) ? 'p' : ''}`}
                {...props}
                block={b}
                proposed={laid.includes(b.item)}
                leaving={proposed?.has(b.item.id) === true && b.item.kind === 'Job' && !laid.includes(b.item)}
              />
            ))}
        </Cell>
      ))}
    </div>
  );
}

function Cell(
  props: Props & {
    lane: Lane | null;
    id: number | null;
    index: number;
    day: string;
    dayIndex: number;
    go: (from: HTMLElement, lane: number, day: number) => void;
    children: React.ReactNode;
  },
) {
  const { calendar, lane, id, index, day, dayIndex, axis, ghost, warnings, go } = props;
  const mayPlan = useMay('PlanWork');
  const view = calendar.days.find((d) => d.day === day)!;
  const hours = lane?.hours.filter((h) => h.from.slice(0, 10) === day) ?? null;
  const away = lane?.away.find((a) => a.day === day);
  const off = view.isClosed || !!away;
  const now = calendar.now.slice(0, 10) === day ? minutesOfDay(calendar.now) : null;
  const begins = hours?.[0] ? minuteOf(hours[0].from) : axis.from;
  const first = now !== null && now > begins ? Math.ceil(now / calendar.stepMinutes) * calendar.stepMinutes : begins;
  const onKey = (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.target !== event.currentTarget) return;
    const by = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (by) {
      event.preventDefault();
      go(event.currentTarget, index + by[0]!, dayIndex + by[1]!);
    } else if (event.key === 'Enter' && mayPlan) {
      event.preventDefault();
      props.onNew({ lane: id, day, minute: first });
    }
  };
  return (
    <div
      role="gridcell"
      className={`${styles.cell} ${off ? styles.off : ''} ${now !== null ? styles.today : ''}`}
      tabIndex={index === 0 && dayIndex === 0 ? 0 : -1}
      data-cell
      data-lane={id ?? 'none'}
      data-day={day}
      data-at={`${index}:${dayIndex}`}
      aria-label={`${lane?.name ?? 'Unassigned'}, ${dayInWords(day)}${away ? `, ${away.why}` : ''}${view.isClosed ? ', closed' : ''}`}
      onKeyDown={onKey}
      onPointerDown={mayPlan ? props.onDraw : undefined}
    >
      {away && <span className={styles.away}>{away.why}</span>}
      {hours && !off && <Beside hours={hours} axis={axis} />}
      {props.days.length === 1 && <HourLines axis={axis} />}
      {now !== null && <div className={styles.now} style={vars({ '--at': `${percent(now, axis)}%` })} />}
      {props.children}
      {ghost && ghost.day === day && ghost.lane === id && (
        <div
          className={`${styles.ghost} ${warnings.length > 0 ? styles.amiss : ''}`}
          style={vars({
            '--at': `${percent(ghost.minute, axis)}%`,
            '--wide': `${percent(ghost.minute + ghost.minutes, axis) - percent(ghost.minute, axis)}%`,
          })}
        >
          <span className={styles.says} role="status">
            <b>{clockOf(ghost.minute)}</b>
            {warnings.map((words) => (
              <span key={words}>{words}</span>
            ))}
          </span>
        </div>
      )}
    </div>
  );
}

const clockOf = (minute: number) => {
  const hour = Math.floor(minute / 60);
  return `${hour % 12 || 12}:${String(minute % 60).padStart(2, '0')} ${hour < 12 ? 'am' : 'pm'}`;
};

/** Where the person is not at work although the shop is open: before, after and in the break. */
function Beside({ hours, axis }: { hours: Lane['hours']; axis: Axis }) {
  const gaps: [number, number][] = [];
  let at = axis.from;
  for (const span of hours) {
    if (minuteOf(span.from) > at) gaps.push([at, minuteOf(span.from)]);
    at = minuteOf(span.until);
  }
  if (at < axis.until) gaps.push([at, axis.until]);
  return (
    <>
      {gaps.map(([from, until]) => (
        <div
          key={from}
          className={styles.gap}
          style={vars({ '--at': `${percent(from, axis)}%`, '--wide': `${percent(until, axis) - percent(from, axis)}%` })}
        />
      ))}
    </>
  );
}

function HourLines({ axis }: { axis: Axis }) {
  const lines = [];
  for (let minute = Math.ceil(axis.from / 60) * 60; minute < axis.until; minute += 60) lines.push(minute);
  return lines.map((minute) => <div key={minute} className={styles.hourline} style={vars({ '--at': `${percent(minute, axis)}%` })} />);
}

/** A wall time of a spot on the board. */
export const startOf = (spot: Spot) => atMinutes(spot.day, spot.minute);
