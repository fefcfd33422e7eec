import type { KeyboardEvent, PointerEvent } from 'react';
import { atMinutes, clock } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { vars } from '../../lib/vars';
import { placedOf } from './Board';
import type { Calendar, Item } from './calendarQuery';
import { addDays } from './days';
import { minuteOf, percent, type Axis, type Block } from './geometry';
import type { Place, Placed, Schedule } from './useSchedule';
import styles from './calendar.module.css';

interface Props {
  block: Block;
  calendar: Calendar;
  days: readonly string[];
  by: 'technician' | 'bay';
  axis: Axis;
  schedule: Schedule;
  open: number | null;
  /** It stands where a better plan would put it. */
  proposed: boolean;
  /** A better plan would take it away from here. */
  leaving: boolean;
  onDrag: (event: PointerEvent<HTMLElement>, what: Placed, minutes: number) => void;
  wasDragged: () => boolean;
  hold: (item: string) => void;
  onOpen: (item: Item) => void;
}

const STATES: Record<NonNullable<Item['state']>, string> = {
  Asked: 'asked',
  Confirmed: 'confirmed',
  Arrived: 'arrived',
  Missed: 'missed',
  Canceled: 'canceled',
};

/** How far something is, in a word; nothing for approved work. */
function word(item: Item): string {
  if (item.state) return STATES[item.state];
  if (item.isOver) return 'done';
  if (item.isHeld) return 'on the clock';
  return item.isCertain ? '' : 'not approved';
}

/** Something on the board: draggable, and by Shift and arrows to another time, day or lane. */
export function BoardBlock({
  block,
  calendar,
  days,
  by,
  axis,
  schedule,
  open,
  proposed,
  leaving,
  onDrag,
  wasDragged,
  hold,
  onOpen,
}: Props) {
  const { item, span, first } = block;
  const mayPlan = useMay('PlanWork') && !item.isHeld && !proposed;
  const lanes = [...(by === 'technician' ? calendar.technicians : calendar.bays).map((l) => l.id), null];
  const held: Place = { technicianId: item.technicianId, bayId: item.bayId, start: item.start };
  const at = percent(minuteOf(span.from), axis);
  const said = [word(item), item.isFixed ? 'fixed' : '', ...item.warnings].filter(Boolean);
  const name = item.plate || item.customer || item.vehicle;

  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Enter' || !mayPlan) return;
    if (event.key.toLowerCase() === 'f' && item.kind === 'Job' && !event.ctrlKey) {
      event.preventDefault();
      void schedule.fix(item);
      return;
    }
    if (event.key === 'Delete' && item.kind === 'Job') {
      event.preventDefault();
      void schedule.unschedule(item);
      return;
    }
    if (!event.shiftKey) return;
    const day = item.start.slice(0, 10);
    const lane = lanes.indexOf(by === 'technician' ? item.technicianId : item.bayId);
    const minute = minuteOf(item.start);
    const step = calendar.stepMinutes;
    const within = (m: number) => Math.max(axis.from, Math.min(axis.until - step, m));
    const inLane = (to: number | null | undefined) =>
      to === undefined ? null : { ...held, [by === 'technician' ? 'technicianId' : 'bayId']: to };
    const places: Record<string, () => Place | null> = {
      ArrowLeft: () => ({ ...held, start: atMinutes(day, within(minute - step)) }),
      ArrowRight: () => ({ ...held, start: atMinutes(day, within(minute + step)) }),
      ArrowUp: () => inLane(lanes[lane - 1]),
      ArrowDown: () => inLane(lanes[lane + 1]),
      PageUp: () => ({ ...held, start: atMinutes(addDays(day, -1), minute) }),
      PageDown: () => ({ ...held, start: atMinutes(addDays(day, 1), minute) }),
    };
    const to = places[event.key]?.();
    if (!to) return;
    event.preventDefault();
    hold(`${item.kind}:${item.id}`);
    void schedule.place(placedOf(item), to);
  };

  return (
    <button
      className={[
        styles.block,
        item.isCertain ? '' : styles.uncertain,
        item.isFixed ? styles.fixed : '',
        item.isOver ? styles.over : '',
        item.isHeld && !item.isOver && item.kind === 'Job' ? styles.running : '',
        item.warnings.length > 0 ? styles.amiss : '',
        proposed ? styles.proposed : '',
        leaving ? styles.leaving : '',
        item.kind === 'Appointment' && open === item.id ? styles.opened : '',
        first ? '' : styles.further,
      ].join(' ')}
      style={vars({
        '--at': `${at}%`,
        '--wide': `${Math.max(percent(minuteOf(span.until), axis) - at, 0.5)}%`,
        '--track': String(block.track),
      })}
      data-item={`${item.kind}:${item.id}`}
      aria-label={`${proposed ? 'Proposed: ' : ''}${[name, item.title].filter(Boolean).join(', ')}, ${clock(item.start)} to ${clock(item.end)}${said.length > 0 ? `, ${said.join(', ')}` : ''}`}
      title={`${[name, item.customer !== name ? item.customer : '', item.title].filter(Boolean).join(', ')}\n${clock(item.start)} to ${clock(item.end)}${said.length > 0 ? `\n${said.join('\n')}` : ''}`}
      onPointerDown={(event) => mayPlan && onDrag(event, placedOf(item), item.minutes)}
      onClick={() => !wasDragged() && !proposed && onOpen(item)}
      onKeyDown={onKey}
    >
      {item.warnings.length > 0 && (
        <b className={styles.mark} aria-hidden>
          !
        </b>
      )}
      {item.plate ? <b className={styles.plate}>{item.plate}</b> : null}
      <span className={styles.words}>
        {!item.plate && <b>{item.customer || 'No name yet'} </b>}
        {days.length === 1 || !item.plate ? `${item.title}${word(item) && days.length === 1 ? ` · ${word(item)}` : ''}` : item.title}
      </span>
    </button>
  );
}
