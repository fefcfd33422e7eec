import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { clock, hours } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay, useMe } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { CorrectDialog, type Correcting } from './CorrectDialog';
import styles from './TimesPage.module.css';

type Week = Schemas['TimesWeekView'];
type Day = Schemas['TimesDay'];
type Time = Schemas['TimeView'];

const dayName = (day: string, options: Intl.DateTimeFormatOptions) =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString('en-US', { timeZone: 'UTC', ...options });
const shifted = (day: string, days: number) => new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

const FILE: CsvColumn<{ day: Day; time: Time }>[] = [
  ['Day', ({ day }) => day.day],
  ['Kind', ({ time }) => (time.isJob ? 'job' : 'clocked in')],
  ['Work', ({ time }) => time.title],
  ['From', ({ time }) => time.from.slice(0, 16).replace('T', ' ')],
  ['Until', ({ time }) => time.until?.slice(0, 16).replace('T', ' ') ?? ''],
  ['Hours', ({ time }) => time.hours],
  ['Corrected', ({ time }) => time.corrections.join(' ')],
];

/** A person's week on the clock: clocked in, breaks, jobs, beside what was sold; corrected with a reason. */
export default function TimesPage() {
  const me = useMe();
  const [params, setParams] = useSearchParams();
  const staffId = Number(params.get('person')) || me.id;
  const from = params.get('week') ?? '';
  const { data, error, refetch } = useQuery({
    queryKey: ['times', staffId, from],
    queryFn: ({ signal }) => unwrap(api.GET('/api/times', { signal, params: { query: { staffId, from } } })),
    placeholderData: (before) => before,
    refetchInterval: 60_000,
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="the times" />;
  const set = (next: { person?: number; week?: string }) =>
    setParams({ person: String(next.person ?? staffId), week: next.week ?? data.from }, { replace: true });
  return <WeekSheet week={data} set={set} />;
}

function WeekSheet({ week, set }: { week: Week; set: (next: { person?: number; week?: string }) => void }) {
  const may = useMay('CorrectTimes');
  const [correcting, setCorrecting] = useState<Correcting | null>(null);
  const go = (by: number) => set({ week: shifted(week.from, 7 * by) });
  useKeys('Times', [
    { key: ',', label: 'Times: week before', run: () => go(-1) },
    { key: '.', label: 'Times: next week', run: () => go(1) },
  ]);
  const rows = week.days.flatMap((day) => day.times.map((time) => ({ day, time })));
  return (
    <div className="page">
      <header className={styles.bar}>
        <h1>Times</h1>
        {week.people.length > 1 && (
          <select
            className="plain-select"
            aria-label="Person"
            value={week.staffId}
            onChange={(event) => set({ person: Number(event.target.value) })}
          >
            {week.people.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </select>
        )}
        <span className="row">
          <button className="linkish" aria-label="Week before" onClick={() => go(-1)}>
            ‹
          </button>
          <b>
            {dayName(week.from, { month: 'short', day: 'numeric' })} – {dayName(shifted(week.from, 6), { month: 'short', day: 'numeric' })}
          </b>
          <button className="linkish" aria-label="Next week" onClick={() => go(1)}>
            ›
          </button>
        </span>
        <span>
          <b>{hours(week.presentHours)}</b> clocked in · <b>{hours(week.jobHours)}</b> on jobs · <b>{hours(week.soldHours)}</b> sold of
          finished jobs
        </span>
        <span className="grow" />
        {may && (
          <Button variant="outlined" onClick={() => setCorrecting({ kind: 'add', staffId: week.staffId, name: week.name })}>
            Add a time
          </Button>
        )}
        <SaveCsv name={`times-${week.from}`} columns={FILE} rows={rows} />
        <a className="linkish" href={`/api/times/week.pdf?staffId=${week.staffId}&from=${week.from}`} target="_blank" rel="noreferrer">
          Print
        </a>
      </header>
      <div className="card">
        <table className="list">
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Clocked</th>
              <th scope="col" className="right">
                From
              </th>
              <th scope="col" className="right">
                Until
              </th>
              <th scope="col" className="right">
                Hours
              </th>
              <th scope="col" className="right">
                Sold
              </th>
              <th scope="col">
                <span className="visually-hidden">Correct</span>
              </th>
            </tr>
          </thead>
          {week.days.map((day) => (
            <DayRows
              key={day.day}
              day={day}
              now={week.now}
              onCorrect={may ? (time) => setCorrecting({ kind: 'correct', time, name: week.name }) : undefined}
            />
          ))}
        </table>
      </div>
      {correcting && <CorrectDialog correcting={correcting} onClose={() => setCorrecting(null)} />}
    </div>
  );
}

function DayRows({ day, now, onCorrect }: { day: Day; now: string; onCorrect?: (time: Time) => void }) {
  // A shift over midnight stands on both days.
  const on = (at: string) => (at.slice(0, 10) === day.day ? clock(at) : `${dayName(at.slice(0, 10), { weekday: 'short' })} ${clock(at)}`);
  return (
    <tbody className={styles.day}>
      <tr className={now.slice(0, 10) === day.day ? styles.today : ''}>
        <th scope="row">{dayName(day.day, { weekday: 'short', month: 'short', day: 'numeric' })}</th>
        <td className="soft">scheduled {day.scheduled}</td>
        <td />
        <td />
        <td className="right nowrap strong">{day.presentHours > 0 ? hours(day.presentHours) : ''}</td>
        <td className="right nowrap strong">{day.soldHours > 0 ? hours(day.soldHours) : ''}</td>
        <td />
      </tr>
      {day.times.map((time) => (
        <tr key={`${time.isJob}${time.id}`}>
          <td />
          <td>
            {time.isJob ? <span className={styles.job}>{time.title}</span> : `Clocked in${time.endsInBreak ? ', then a break' : ''}`}
            {time.corrections.map((words) => (
              <span key={words} className="soft small block">
                {words}
              </span>
            ))}
          </td>
          <td className="right nowrap">{on(time.from)}</td>
          <td className="right nowrap">{time.until ? on(time.until) : <b>running</b>}</td>
          <td className="right nowrap">{hours(time.hours)}</td>
          <td />
          <td className="right">
            {onCorrect && (
              <button
                className="linkish small"
                onClick={() => onCorrect(time)}
                aria-label={`Correct ${time.title || 'clocked in'} ${clock(time.from)}`}
              >
                Correct
              </button>
            )}
          </td>
        </tr>
      ))}
    </tbody>
  );
}
