import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount } from '../../lib/format';
import { Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { SavedViews } from '../../ui/SavedViews';
import { ByEmail } from './ByEmail';
import { FigureRows } from './FigureRows';
import { FigureTable } from './FigureTable';
import { PAGES } from './pages';
import { WhatMoved } from './WhatMoved';
import { ScopeBar } from './ScopeBar';
import { useScope } from './useMeasures';
import styles from './measures.module.css';

const SalesChart = lazy(() => import('./SalesChart'));

const COLUMNS: CsvColumn<Schemas['MeasureFigure']>[] = [
  ['Measure', (figure) => figure.name],
  ['How', (figure) => figure.formula],
  ['Value', (figure) => figure.value],
  ['Before', (figure) => figure.before],
  ['A year ago', (figure) => figure.yearBefore],
  ['Change', (figure) => figure.change],
  ['Aim', (figure) => figure.aim],
];

/** A page of what the shop is measured by: figures against their aims and the periods before, and the tables that explain them. */
export default function MeasuresPage() {
  const name = useParams().page ?? '';
  const page = PAGES.find(([word]) => word === name)?.[1];
  const [mailing, setMailing] = useState(false);
  const scope = useScope();
  const client = useQueryClient();
  const measures = useQuery({
    queryKey: ['measures', page, scope.query],
    queryFn: ({ signal }) => unwrap(api.GET('/api/measures/{page}', { signal, params: { path: { page: page! }, query: scope.query } })),
    enabled: page !== undefined,
    placeholderData: (before) => (before?.page === page ? before : undefined),
    retry: (count, error) => !(error instanceof Problem) && count < 2,
  });
  if (!page) return <Navigate to={{ pathname: '/measures/today', search: scope.search }} replace />;
  const refused = measures.error instanceof Problem && measures.error.field === 'period' ? measures.error.message : undefined;
  const view = measures.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>{view ? `${view.period}${view.isUnderWay ? ' so far' : ''}` : 'Measures'}</h1>
        <span className="soft">{view?.against}</span>
        <span className="grow" />
        <SavedViews list="measures" narrowed={scope.search !== ''} />
        {view && (
          <a className="linkish" href={`/api/measures/${page}/paper.pdf${scope.search}`} target="_blank" rel="noreferrer">
            PDF
          </a>
        )}
        {view && (
          <button className="linkish" onClick={() => setMailing(true)}>
            By email…
          </button>
        )}
        {view && <SaveCsv name={`measures-${name}`} columns={COLUMNS} rows={view.figures} />}
      </div>
      {mailing && <ByEmail page={page} onClose={() => setMailing(false)} />}
      <ScopeBar scope={scope} problem={refused} />
      {!view ? (
        measures.error && !refused ? (
          <Failed error={measures.error} again={() => void measures.refetch()} />
        ) : (
          <Loading what="the figures" />
        )
      ) : (
        <div className={view.trend.length > 1 ? styles.split : styles.whole}>
          <div className={styles.main}>
            <FigureRows figures={view.figures} search={scope.search} renew={() => client.invalidateQueries({ queryKey: ['measures'] })} />
            {view.tables.map((table) => (
              <FigureTable key={table.title} table={table} />
            ))}
          </div>
          {view.trend.length > 1 && (
            <aside className={styles.side}>
              {page === 'Today' && <WhatMoved query={scope.query} />}
              <Chart buckets={view.trend} />
              {view.waiting.length > 0 && (
                <section className="card" aria-label="Waiting for somebody">
                  <h2>Waiting for somebody</h2>
                  {view.waiting.map((one) => (
                    <div key={one.title} className={styles.waiting}>
                      <Link to={one.link}>{one.title}</Link>
                      <span className="soft">{one.count}</span>
                      <b className={one.isUrgent ? 'stop' : ''}>{amount(one.amount)}</b>
                    </div>
                  ))}
                </section>
              )}
            </aside>
          )}
        </div>
      )}
    </div>
  );
}

function Chart({ buckets }: { buckets: Schemas['MeasureBucket'][] }) {
  return buckets.length < 2 ? null : (
    <Suspense fallback={<Loading what="the chart" />}>
      <SalesChart buckets={buckets} />
    </Suspense>
  );
}
