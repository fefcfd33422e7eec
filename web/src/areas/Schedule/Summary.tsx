import Popover from '@mui/material/Popover';
import { useState } from 'react';
import { moment } from '../../lib/format';
import type { Calendar, Item } from './calendarQuery';
import styles from './calendar.module.css';

/** What is to be known of the days that are shown: what is amiss, what was moved and missed, each with its words. */
export function Summary({ calendar, onOpen }: { calendar: Calendar; onOpen: (item: Item) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const appointments = calendar.days.reduce((sum, day) => sum + day.appointments, 0);
  const amiss = calendar.items.filter((item) => item.warnings.length > 0);
  const { moved, missed, now } = calendar;
  const words = [
    `${appointments} ${appointments === 1 ? 'appointment' : 'appointments'}`,
    moved.length > 0 ? `${moved.length} moved` : '',
    missed.length > 0 ? `${missed.length} missed` : '',
  ].filter(Boolean);
  return (
    <span className={styles.summary}>
      <span className="soft">{words.join(' · ')}</span>
      {amiss.length + moved.length + missed.length > 0 && (
        <button className={`linkish nowrap ${amiss.length > 0 ? 'stop' : ''}`} onClick={(event) => setAnchor(event.currentTarget)}>
          {amiss.length > 0 ? `${amiss.length} with a warning` : 'Reasons'}
        </button>
      )}
      <Popover
        transitionDuration={0}
        open={!!anchor}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className={styles.reasons} role="dialog" aria-label="Warnings, moved and missed">
          {amiss.map((item) => (
            <button
              key={`${item.kind}${item.id}`}
              onClick={() => {
                setAnchor(null);
                onOpen(item);
              }}
            >
              <b>{[item.plate || item.customer, item.title].filter(Boolean).join(', ')}</b>
              {item.warnings.map((w) => (
                <span key={w}>{w}</span>
              ))}
            </button>
          ))}
          {moved.map((m, i) => (
            <p key={i}>
              <b>Moved: {m.name}</b>
              <span>
                {moment(m.from, now)} to {moment(m.to, now)}
                {m.reason ? `, ${m.reason}` : ''}. {m.by}
              </span>
            </p>
          ))}
          {missed.map((m) => (
            <p key={m.appointmentId}>
              <b>Missed: {m.name}</b>
              <span>
                {moment(m.start, now)}
                {m.reason ? `, ${m.reason}` : ''}
              </span>
            </p>
          ))}
        </div>
      </Popover>
    </span>
  );
}
