import { clock } from '../../lib/format';
import { Gauge } from '../../ui/Gauge';
import type { Calendar, DayView, Item } from './calendarQuery';
import { longDay } from './days';
import styles from './calendar.module.css';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const MOST = 3;

interface Props {
  calendar: Calendar;
  month: string;
  onDay: (day: string) => void;
  onOpen: (item: Item) => void;
}

/** A month in whole weeks: how full each day is, and who comes. */
export function Month({ calendar, month, onDay, onOpen }: Props) {
  const weeks: DayView[][] = [];
  calendar.days.forEach((day, i) => (i % 7 === 0 ? weeks.push([day]) : weeks.at(-1)!.push(day)));
  return (
    <table className={styles.month} aria-label="Month">
      <thead>
        <tr>
          {WEEKDAYS.map((name) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map((week) => (
          <tr key={week[0]!.day}>
            {week.map((day) => (
              <MonthDay key={day.day} calendar={calendar} day={day} outside={day.day.slice(0, 7) !== month} onDay={onDay} onOpen={onOpen} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function MonthDay({ calendar, day, outside, onDay, onOpen }: Omit<Props, 'month'> & { day: DayView; outside: boolean }) {
  const coming = calendar.items
    .filter((i) => i.kind === 'Appointment' && i.start.slice(0, 10) === day.day && i.state !== 'Missed')
    .sort((a, b) => (a.start < b.start ? -1 : 1));
  return (
    <td
      className={`${day.isClosed ? styles.off : ''} ${outside ? styles.outside : ''} ${calendar.now.slice(0, 10) === day.day ? styles.today : ''}`}
    >
      <span className={styles.dayname}>
        <button className="linkish strong" onClick={() => onDay(day.day)} aria-label={longDay(day.day)}>
          {Number(day.day.slice(8))}
        </button>
        <span className="soft small nowrap">
          {day.isClosed ? day.closedBecause || 'closed' : day.planned > 0 ? `${day.planned.toFixed(1)} of ${day.there.toFixed(0)} h` : ''}
        </span>
      </span>
      {!day.isClosed && day.there > 0 && day.planned > 0 && (
        <Gauge value={day.planned / day.there} label={`${day.planned.toFixed(1)} of ${day.there.toFixed(1)} hours scheduled`} />
      )}
      {coming.slice(0, MOST).map((item) => (
        <button key={item.id} className={`${styles.coming} ${item.isCertain ? '' : styles.uncertain}`} onClick={() => onOpen(item)}>
          {clock(item.start).replace(':00', '')} {item.customer || item.plate || item.title}
          {item.state === 'Asked' ? ', asked' : ''}
        </button>
      ))}
      {coming.length > MOST && (
        <button className={`linkish small ${styles.more}`} onClick={() => onDay(day.day)}>
          {coming.length - MOST} more
        </button>
      )}
    </td>
  );
}
