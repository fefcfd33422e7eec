import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { amount, moment } from '../../../lib/format';
import { useNow } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Plate } from '../../../ui/Plate';
import { SaveCsv } from '../../../ui/SaveCsv';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { KIND } from './kinds';
import styles from './followUp.module.css';

type Result = Schemas['FollowUpResult'];

const STATES: Record<Result['state'], string> = {
  Sold: 'sold',
  Came: 'came',
  Booked: 'booked',
  Answered: 'answered',
  Opened: 'link opened',
  Nothing: 'nothing yet',
};

const COLUMNS: CsvColumn<Result>[] = [
  ['Asked', (row) => row.at],
  ['By', (row) => row.by],
  ['How', (row) => row.how],
  ['Customer', (row) => row.customer],
  ['Plate', (row) => row.plate],
  ['Kind', (row) => KIND[row.kind]],
  ['What', (row) => row.title],
  ['Came of it', (row) => STATES[row.state]],
  ['Sold', (row) => row.sold],
];

/** What came of asking: who answered, booked, came, and what was sold. */
export default function ResultsPage() {
  const now = useNow();
  const [days, setDays] = useState<'30' | '90' | '365'>('90');
  const list = useQuery({
    queryKey: ['follow-ups', 'results', days],
    queryFn: ({ signal }) => unwrap(api.GET('/api/follow-ups/results', { signal, params: { query: { days: Number(days) } } })),
    placeholderData: (before) => before,
  });
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="what came of it" />;
  const { rows, sums } = list.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>What came of it</h1>
        <SegmentedControl
          label="Asked in the last"
          value={days}
          choices={[
            ['30', '30 days'],
            ['90', '90 days'],
            ['365', 'Year'],
          ]}
          onChange={setDays}
        />
        <span className="grow" />
        {rows.length > 0 && <SaveCsv name="follow-up-results" columns={COLUMNS} rows={rows} />}
      </div>
      {rows.length === 0 ? (
        <Empty title="Nobody was asked">Messages and calls from Follow-up appear here, with what came of them.</Empty>
      ) : (
        <>
          <div className={styles.sums}>
            {sums.map((sum) => (
              <div key={sum.state} className="card">
                <b>{sum.count}</b>
                <span className="soft">{STATES[sum.state]}</span>
                {sum.sold > 0 && <span className="strong">{amount(sum.sold)}</span>}
              </div>
            ))}
          </div>
          <section className="card" aria-label="Asked">
            <table className={`list ${styles.results}`}>
              <thead>
                <tr>
                  <th>Asked</th>
                  <th>Vehicle</th>
                  <th>What</th>
                  <th>Came of it</th>
                  <th className="right">Sold</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.id}>
                    <td className="nowrap">
                      {moment(row.at, now)}
                      <div className="soft small">
                        {row.how} · {row.by}
                      </div>
                    </td>
                    <td>
                      <Plate text={row.plate || 'none'} />
                    </td>
                    <td>
                      <span className="strong">{row.title}</span> <span className="soft small">{KIND[row.kind]}</span>
                      <div className="soft small">
                        <Link to={`/customers/${row.customerId}`}>{row.customer}</Link>
                      </div>
                    </td>
                    <td>
                      {row.orderId === null ? (
                        <span className={row.state === 'Nothing' ? 'soft' : ''}>{STATES[row.state]}</span>
                      ) : (
                        <Link to={`/orders/${row.orderId}`}>{STATES[row.state]}</Link>
                      )}
                    </td>
                    <td className="right">{row.sold > 0 ? amount(row.sold) : ''}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        </>
      )}
    </div>
  );
}
