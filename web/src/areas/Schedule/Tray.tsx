import type { PointerEvent } from 'react';
import type { Schemas } from '../../lib/api';
import { moment } from '../../lib/format';
import { useMay } from '../../lib/shop';
import type { Placed } from './useSchedule';
import styles from './calendar.module.css';

interface Props {
  now: string;
  jobs: Schemas['UnplannedJob'][];
  expected: Schemas['ExpectedOrder'][];
  onDrag: (event: PointerEvent<HTMLElement>, what: Placed, minutes: number) => void;
  wasDragged: () => boolean;
  onJob: (job: Schemas['UnplannedJob']) => void;
  onExpected: (order: Schemas['ExpectedOrder']) => void;
}

/** A job that nobody scheduled, as it is placed. */
export const looseJob = (job: Schemas['UnplannedJob']): Placed => ({
  kind: 'Job',
  id: job.jobId,
  plate: job.plate,
  title: job.title,
  customer: '',
  version: 0,
  before: null,
});

/** What is to be placed: jobs nobody scheduled, and orders whose vehicle is to come. */
export function Tray({ now, jobs, expected, onDrag, wasDragged, onJob, onExpected }: Props) {
  const mayPlan = useMay('PlanWork');
  if (jobs.length + expected.length === 0) return null;
  return (
    <section className={styles.tray} aria-label="To schedule">
      <b className="nowrap">To schedule</b>
      {jobs.map((job) => (
        <button
          key={job.jobId}
          className={`${styles.chip} ${job.approved ? '' : styles.uncertain}`}
          data-loose={job.jobId}
          disabled={!mayPlan}
          title="Drag to a day and lane, or press Enter to schedule it next"
          onPointerDown={(event) => onDrag(event, looseJob(job), Math.max(15, job.hours * 60))}
          onClick={() => !wasDragged() && onJob(job)}
        >
          <b>{job.plate}</b> {job.title} · {job.hours} h{job.approved ? '' : ', not approved'}
        </button>
      ))}
      {expected.map((order) => (
        <button
          key={order.orderId}
          className={styles.chip}
          disabled={!mayPlan}
          title="Press Enter to give it an appointment"
          onClick={() => onExpected(order)}
        >
          <b>{order.plate || order.number}</b> {order.title || order.customer} ·{' '}
          {order.arrivesAt ? `comes ${moment(order.arrivesAt, now)}` : 'no time yet'}
        </button>
      ))}
    </section>
  );
}
