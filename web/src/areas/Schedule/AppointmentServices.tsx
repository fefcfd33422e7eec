import { useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { Combo } from '../../ui/Combo';
import { useSay } from '../../ui/Toasts';
import { matching } from '../WriteUp/matching';
import { CannedRow, useCannedJobs } from '../WriteUp/WorkPart';
import type { Appointment } from './AppointmentPanel';
import styles from './calendar.module.css';

/** Canned jobs that an appointment is for; its hours follow from them. */
export function AppointmentServices({
  appointment,
  disabled,
  renew,
}: {
  appointment: Appointment;
  disabled: boolean;
  renew: () => Promise<unknown>;
}) {
  const say = useSay();
  const [text, setText] = useState('');
  const canned = useCannedJobs();
  const ids = appointment.services.map((s) => s.cannedJobId);
  const keep = (cannedJobIds: number[]) =>
    unwrap(api.POST('/api/appointments/{id}/services', { params: { path: { id: appointment.id } }, body: { cannedJobIds } }));
  const change = (next: number[], words: string) =>
    void keep(next).then(async () => {
      await renew();
      say.done(words, () => keep(ids).then(renew));
    }, say.refused);
  return (
    <div>
      {appointment.services.map((s) => (
        <div key={s.cannedJobId} className={styles.service}>
          <span className="grow clip">{s.title}</span>
          <span className="soft nowrap">{s.hours} h</span>
          {!disabled && (
            <button
              className="linkish small"
              aria-label={`Remove ${s.title}`}
              onClick={() =>
                change(
                  ids.filter((id) => id !== s.cannedJobId),
                  `${s.title} removed.`,
                )
              }
            >
              Remove
            </button>
          )}
        </div>
      ))}
      {!disabled && (
        <Combo
          className={styles.add}
          label="Add a canned job"
          placeholder="Add a canned job"
          text={text}
          onText={setText}
          choices={matching(canned, text)
            .filter((job) => !ids.includes(job.id))
            .slice(0, 8)
            .map((job) => ({
              key: String(job.id),
              kind: '',
              content: <CannedRow job={job} />,
              take: () => change([...ids, job.id], `${job.title} added.`),
            }))}
          none="No canned job like that. Say it under Concern."
        />
      )}
    </div>
  );
}
