import { EditCell } from '../../ui/EditCell';
import type { Schemas } from '../../lib/api';
import styles from './WeekPart.module.css';

interface Props {
  week: Schemas['WeekdayHours'][];
  /** The word for a day without hours. */
  none: string;
  /** Whether a shift may pass midnight. */
  overnight?: boolean;
  set: (field: string, label: string, old: string) => (text: string) => Promise<unknown>;
}

/** Hours of each weekday, typed as people say them; arrows and Enter go from day to day. */
export function WeekPart({ week, none, overnight = false, set }: Props) {
  return (
    <div className={styles.week} data-grid>
      {week.map((day) => (
        <div className="field-row" key={day.field}>
          <span className="soft">{day.day}</span>
          <EditCell
            label={`Hours on ${day.day}`}
            col="hours"
            value={day.hours}
            commit={set(day.field, day.day, day.hours)}
            placeholder={none}
          />
        </div>
      ))}
      <p className="soft small">
        Type 7:30-4, with a break 8-5 break 12-12:30, {overnight && 'past midnight 10 pm-6 am, '}or {none}. Enter goes to the next day.
      </p>
    </div>
  );
}
