import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { amount, day, figure } from '../../../lib/format';
import { useNow, useRefresh } from '../../../lib/shop';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { Empty, Loading } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { useActions } from '../../../lib/order/useSheet';
import { Search } from './Search';
import { Panel } from '../../../ui/Panel';
import { useAddToOrder } from './useAddToOrder';
import styles from './EarlierPanel.module.css';

type Earlier = Schemas['EarlierJob'];

const SCOPES = [
  ['car', 'This vehicle'],
  ['similar', 'Similar vehicles'],
  ['all', 'All vehicles'],
] as const;

/** Names a job of an earlier order, ours or imported. */
const keyOf = (job: Earlier) => (job.jobId === null ? `former/${job.formerOrderId}/${job.formerJob}` : String(job.jobId));

/** Earlier work: searched, looked at in place, copied at today's prices. */
export function EarlierPanel({ onClose }: { onClose: () => void }) {
  const { orderId, closed } = useActions();
  const [search, setSearch] = useState('');
  const [scope, setScope] = useState<'car' | 'similar' | 'all'>('car');
  const [year, setYear] = useState('');
  const [make, setMake] = useState('');
  const [looked, setLooked] = useState<string | null>(null);
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const { taking, busy } = useAddToOrder(onClose);
  const query = {
    q: search.trim(),
    scope,
    ...(scope === 'all' && make.trim() ? { make: make.trim() } : {}),
    ...(scope === 'all' && /^\d{4}$/.test(year) ? { year: Number(year) } : {}),
  };
  const found = useQuery({
    queryKey: ['earlier', orderId, query],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/earlier', { signal, params: { path: { id: orderId }, query } })),
    placeholderData: (before) => before,
  });
  const copyFormer = (job: Earlier) =>
    unwrap(
      api.POST('/api/orders/{id}/jobs/former', {
        params: { path: { id: orderId } },
        body: { formerOrderId: job.formerOrderId!, job: job.formerJob! },
      }),
    ).then(async () => {
      await refresh(['order', orderId]);
      onClose();
    }, say.refused);
  return (
    <Panel title="Service history" onClose={onClose} width={640}>
      <Search label="Search service history" placeholder="Search: a job, a part…" value={search} onText={setSearch} />
      <div className="row">
        <SegmentedControl label="Search in" value={scope} onChange={setScope} choices={SCOPES} />
        {scope === 'all' && (
          <>
            <input
              className={`boxed ${styles.make}`}
              aria-label="Make"
              placeholder="Make"

              value={make}
              onChange={(event) => setMake(event.target.value)}
            />
            <input
              className={`boxed ${styles.year}`}
              aria-label="Year"
              placeholder="Year"

              value={year}
              onChange={(event) => setYear(event.target.value)}
            />
          </>
        )}
      </div>
      {!found.data && <Loading what="the service history" />}
      {found.data?.length === 0 && (
        <Empty title="No matches">
          {scope === 'car' ? 'No such work on this vehicle here. Try Similar vehicles.' : 'No matches. Try fewer words.'}
        </Empty>
      )}
      <div className="long">
        {found.data?.map((job) => (
          <div key={keyOf(job)} className="earlier">
            <button
              data-stop
              className="fact-row"
              aria-expanded={looked === keyOf(job)}
              onClick={() => setLooked(looked === keyOf(job) ? null : keyOf(job))}
            >
              <span className="grow">
                <b>{job.title}</b>
                <span className="soft small block">
                  {[
                    day(job.on, now),
                    `order ${job.number}`,
                    scope === 'car' ? '' : job.car,
                    job.reading?.toLocaleString('en-US'),
                    job.decision,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </span>
              <span className="right nowrap">{amount(job.subtotal)}</span>
            </button>
            {looked === keyOf(job) && (
              <Look
                job={job}
                busy={busy || closed}
                onCopy={() => void (job.jobId === null ? copyFormer(job) : taking({ kind: 'Earlier', id: job.jobId }, job.title))}
              />
            )}
          </div>
        ))}
      </div>
    </Panel>
  );
}

function Look({ job, busy, onCopy }: { job: Earlier; busy: boolean; onCopy: () => void }) {
  const { orderId } = useActions();
  const look = useQuery({
    queryKey: ['earlier-look', orderId, keyOf(job)],
    queryFn: ({ signal }) =>
      job.jobId === null
        ? unwrap(
            api.GET('/api/orders/{id}/earlier/former/{formerOrderId}/{job}', {
              signal,
              params: { path: { id: orderId, formerOrderId: job.formerOrderId!, job: job.formerJob! } },
            }),
          )
        : unwrap(api.GET('/api/orders/{id}/earlier/{jobId}', { signal, params: { path: { id: orderId, jobId: job.jobId } } })),
  }).data;
  if (!look) return <Loading what="its lines" />;
  return (
    <div className="looked">
      <table className="list">
        <thead>
          <tr>
            <th>Line</th>
            <th className="right">Qty</th>
            <th className="right">Then</th>
            <th className="right">Today</th>
          </tr>
        </thead>
        <tbody>
          {look.lines.map((line, i) => (
            <tr key={i}>
              <td>
                {line.description} <span className="soft small">{line.number}</span>
              </td>
              <td className="right">{line.quantity === null ? '' : figure(line.quantity)}</td>
              <td className="right">{amount(line.then)}</td>
              <td className={`right ${line.now !== null && line.now !== line.then ? 'strong' : ''}`}>
                {line.now === null ? '' : amount(line.now)}
              </td>
            </tr>
          ))}
          <tr>
            <td className="strong" colSpan={2}>
              {look.now === null || look.now === look.then
                ? 'Same price today'
                : look.now > look.then
                  ? `${amount(look.now - look.then)} more today`
                  : `${amount(look.then - look.now)} less today`}
            </td>
            <td className="right">{amount(look.then)}</td>
            <td className="right strong">{look.now === null ? '' : amount(look.now)}</td>
          </tr>
        </tbody>
      </table>
      <button data-stop className="chip" disabled={busy} onClick={onCopy}>
        Copy at today's prices
      </button>
    </div>
  );
}
