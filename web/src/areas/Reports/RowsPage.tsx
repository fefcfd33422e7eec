import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { day, figure } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Plate } from '../../ui/Plate';
import { SaveCsv } from '../../ui/SaveCsv';
import { ScopeBar } from './ScopeBar';
import { shown } from './units';
import { useScope } from './useMeasures';
import styles from './measures.module.css';

type Row = Schemas['MeasureRowView'];
const SHOWN = 500;

/** The rows behind a figure; their sum is the figure. */
export default function RowsPage() {
  const measure = useParams().measure as Schemas['Measure'];
  const scope = useScope();
  const now = useNow();
  const rows = useQuery({
    queryKey: ['measures', 'rows', measure, scope.query],
    queryFn: ({ signal }) => unwrap(api.GET('/api/measures/rows/{measure}', { signal, params: { path: { measure }, query: scope.query } })),
    placeholderData: (before) => before,
    retry: (count, error) => !(error instanceof Problem) && count < 2,
  });
  const refused = rows.error instanceof Problem && rows.error.field === 'period' ? rows.error.message : undefined;
  if (rows.error && !refused && !rows.data) return <Failed error={rows.error} again={() => void rows.refetch()} />;
  const view = rows.data;
  const columns: CsvColumn<Row>[] = [
    ['Day', (row) => row.day],
    ['What', (row) => row.title],
    ['Plate', (row) => row.plate],
    ['Who', (row) => row.who],
    ['Amount', (row) => row.amount],
    ...(view?.ofUnit ? [['Of', (row: Row) => row.of] as const] : []),
  ];
  return (
    <div className="page">
      <div className="page-head">
        <h1>{view ? `${view.name}: ${shown(view.value, view.unit)}` : 'Measures'}</h1>
        <span className="soft">
          {view?.formula} · {view?.period}
        </span>
        <span className="grow" />
        {view && view.rows.length > 0 && <SaveCsv name={`measure-${measure.toLowerCase()}`} columns={columns} rows={view.rows} />}
      </div>
      <ScopeBar scope={scope} problem={refused} />
      {!view ? (
        <Loading what="the rows" />
      ) : view.rows.length === 0 ? (
        <Empty title="Nothing in this period">Choose another period, or show all.</Empty>
      ) : (
        <section className="card" aria-label="Rows">
          <table className={`list ${styles.rows}`}>
            <thead>
              <tr>
                <th>Day</th>
                <th>Vehicle</th>
                <th>What</th>
                <th>Who</th>
                <th className="right">Amount</th>
                {view.ofUnit && <th className="right">Of</th>}
              </tr>
            </thead>
            <tbody>
              {view.rows.slice(0, SHOWN).map((row, i) => (
                <tr key={i}>
                  <td className="nowrap">{day(row.day, now)}</td>
                  <td>{row.plate && <Plate text={row.plate} />}</td>
                  <td>{row.link ? <Link to={row.link}>{row.title}</Link> : row.title}</td>
                  <td className="soft">{row.who}</td>
                  <td className="right nowrap">{shown(row.amount, view.amountUnit)}</td>
                  {view.ofUnit && <td className="right nowrap">{shown(row.of ?? 0, view.ofUnit)}</td>}
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr>
                <th colSpan={4}>
                  {view.rows.length > SHOWN
                    ? `All ${figure(view.rows.length)} rows; the first ${figure(SHOWN)} are shown`
                    : `All ${figure(view.rows.length)} rows`}
                </th>
                <th className="right">{shown(view.sum.amount, view.amountUnit)}</th>
                {view.ofUnit && <th className="right">{shown(view.sum.of ?? 0, view.ofUnit)}</th>}
              </tr>
            </tfoot>
          </table>
        </section>
      )}
    </div>
  );
}
