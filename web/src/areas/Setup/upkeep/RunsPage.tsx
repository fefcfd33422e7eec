import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { bytes, moment, wallTime } from '../../../lib/format';
import { useNow, useShop } from '../../../lib/shop';
import { Failed, Loading } from '../../../ui/Feedback';
import { Part } from '../../../ui/Fields';
import '../../../ui/records.css';
import styles from './upkeep.module.css';
import type { CsvColumn } from '../../../lib/csv';
import { SaveCsv } from '../../../ui/SaveCsv';

type Runs = Schemas['RunsView'];

const SLOWEST_ACTIONS: CsvColumn<Runs['slowest'][number]>[] = [
  ['Action', (row) => row.name],
  ['Times', (row) => row.count],
  ['Half within, ms', (row) => row.median],
  ['19 of 20 within, ms', (row) => row.slow],
];

/** How the program runs: room, what waits, outside services, slow actions, errors of the week. */
export default function RunsPage() {
  const shop = useShop();
  const now = useNow();
  const runs = useQuery({
    queryKey: ['setup', 'runs'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/runs', { signal })),
    refetchInterval: 15_000,
  });
  if (runs.error && !runs.data) return <Failed error={runs.error} again={() => void runs.refetch()} />;
  if (!runs.data) return <Loading what="how it runs" />;
  const view = runs.data;
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  return (
    <div className="own-page">
      <div className="record-side">
        <Figures view={view} when={when} />
      </div>
      <div className="record-main">
        <Outside rows={view.outside} />
        <Slowest rows={view.slowest} />
        <Errors rows={view.errors} when={when} />
      </div>
    </div>
  );
}

function Figures({ view, when }: { view: Runs; when: (utc: string) => string }) {
  const rows: [string, string][] = [
    ['Version', view.version],
    ['Running since', when(view.startedAt)],
    ['People connected', String(view.connected)],
    ['Free on the disk', view.diskFree != null ? `${bytes(view.diskFree)} of ${bytes(view.diskTotal ?? 0)}` : 'not known'],
    [
      'Database',
      `${bytes(view.database)}, and ${bytes(view.journal)} being written${view.isChecking ? '; being checked, for it was not stopped in order' : ''}`,
    ],
    ['Photos and files', bytes(view.files)],
    ['Memory in use', bytes(view.memory)],
    ['Messages waiting', String(view.messagesWaiting)],
    ['Webhook messages waiting', String(view.webhooksWaiting)],
  ];
  return (
    <Part title="How it runs" aside={<Link to="/setup/upkeep">Backups</Link>}>
      {rows.map(([name, text]) => (
        <div key={name} className="field-row">
          <span className="soft">{name}</span>
          <span>{text}</span>
        </div>
      ))}
    </Part>
  );
}

function Outside({ rows }: { rows: Runs['outside'] }) {
  return (
    <Part title="Outside services">
      {rows.length === 0 ? (
        <p className="soft">None was asked since the start.</p>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th scope="col">Service</th>
              <th scope="col">Now</th>
              <th scope="col" className="right">
                Calls
              </th>
              <th scope="col" className="right">
                Failed
              </th>
              <th scope="col" className="right">
                Half within
              </th>
              <th scope="col" className="right">
                19 of 20 within
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.name}>
                <td>{row.name}</td>
                <td>{row.failsNow ? <b className={styles.bad}>not answering</b> : 'answering'}</td>
                <td className="right">{row.calls.toLocaleString('en-US')}</td>
                <td className="right">{row.failed.toLocaleString('en-US')}</td>
                <td className="right">{row.median} ms</td>
                <td className="right">{row.slow} ms</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Part>
  );
}

function Slowest({ rows }: { rows: Runs['slowest'] }) {
  return (
    <Part title="Slowest actions since the start" aside={<SaveCsv name="slowest-actions" columns={SLOWEST_ACTIONS} rows={rows} />}>
      <table className="list">
        <thead>
          <tr>
            <th scope="col">Action</th>
            <th scope="col" className="right">
              Times
            </th>
            <th scope="col" className="right">
              Half within
            </th>
            <th scope="col" className="right">
              19 of 20 within
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name}>
              <td className={styles.path}>{row.name}</td>
              <td className="right">{row.count.toLocaleString('en-US')}</td>
              <td className="right nowrap">{row.median} ms</td>
              <td className="right nowrap">{row.slow} ms</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}

function Errors({ rows, when }: { rows: Runs['errors']; when: (utc: string) => string }) {
  return (
    <Part title="Errors of the last seven days">
      {rows.length === 0 ? (
        <p className="soft">None.</p>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th scope="col">Last</th>
              <th scope="col">What</th>
              <th scope="col" className="right">
                Times
              </th>
              <th scope="col">Shown as</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.text + row.kind}>
                <td className="nowrap">{when(row.lastAt)}</td>
                <td>
                  {row.text} <span className="soft small">{row.kind}</span>
                </td>
                <td className="right">{row.count}</td>
                <td className="soft">{row.trace.slice(0, 8)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Part>
  );
}
