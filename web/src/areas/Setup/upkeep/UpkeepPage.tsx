import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { bytes, moment, wallTime } from '../../../lib/format';
import { useNow, useRefresh, useShop } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Part } from '../../../ui/Fields';
import { useSay } from '../../../ui/Toasts';
import '../../../ui/records.css';
import { PlanPart } from './PlanPart';
import { RestoreDialog, type BackupFile } from './RestoreDialog';
import styles from './upkeep.module.css';
import type { CsvColumn } from '../../../lib/csv';
import { SaveCsv } from '../../../ui/SaveCsv';

const KEY = ['setup', 'backups'];
type View = Schemas['BackupsView'];

const BACKUPS: CsvColumn<Schemas['BackupRow']>[] = [
  ['When', (row) => row.at],
  ['Outcome', (row) => row.problem || 'good'],
  ['Where', (row) => row.folder],
  ['Bytes', (row) => row.bytes],
  ['Milliseconds', (row) => row.milliseconds],
  ['By', (row) => row.by || 'the plan'],
];

/** Backups: how it stands, the plan, what was made, one now, and putting one back. */
export default function UpkeepPage() {
  const [asked, setAsked] = useState(false);
  const backups = useQuery({
    queryKey: KEY,
    queryFn: ({ signal }) => unwrap(api.GET('/api/backups', { signal })),
    refetchInterval: (query) => (asked || query.state.data?.doing ? 1500 : 60_000),
  });
  const [restoring, setRestoring] = useState<BackupFile | null>(null);
  const refresh = useRefresh();
  const say = useSay();
  if (backups.error && !backups.data) return <Failed error={backups.error} again={() => void backups.refetch()} />;
  if (!backups.data) return <Loading what="backups" />;
  const view = backups.data;
  const now = () => {
    setAsked(true);
    void unwrap(api.POST('/api/backups')).then(() => {
      // Until the list shows it.
      setTimeout(() => setAsked(false), 10_000);
      return refresh(KEY);
    }, say.refused);
  };
  return (
    <div className="own-page">
      <div className="record-side">
        <Standing view={view} onNow={now} />
        <PlanPart plan={view.plan} renew={() => refresh(KEY)} />
      </div>
      <div className="record-main">
        <FilesPart files={view.files} onRestore={setRestoring} />
        <RecordsPart rows={view.records} />
      </div>
      {restoring && <RestoreDialog file={restoring} onClose={() => setRestoring(null)} />}
    </div>
  );
}

function useWhen() {
  const shop = useShop();
  const now = useNow();
  return (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
}

function Standing({ view, onNow }: { view: View; onNow: () => void }) {
  const when = useWhen();
  const good = view.lastGood;
  return (
    <Part
      title="Backups"
      aside={
        <button className="linkish" disabled={view.doing !== ''} onClick={onNow}>
          Back up now
        </button>
      }
    >
      {view.warnings.map((warning) => (
        <div key={warning} className="notice stop" role="alert">
          {warning}
        </div>
      ))}
      <p>
        {good ? (
          <>
            The last good one: <b>{when(good.at)}</b>, {bytes(good.bytes)}, in {good.folder}.
          </>
        ) : (
          'No backup was made yet. Enter a folder below, best on another disk.'
        )}
      </p>
      <p className="soft small">
        Each is opened and checked when it is made, and its books are added up. It holds everything: records, photos, files, who may sign
        in.
      </p>
      <p>
        <Link to="/setup/upkeep/runs">How Yardstick runs: disk, services, slow actions, errors</Link>
      </p>
      <p>
        <Link to="/setup/upkeep/privacy">Privacy: how long things are kept, who was erased</Link>
      </p>
      {view.doing && <p role="status">{view.doing}…</p>}
    </Part>
  );
}

function FilesPart({ files, onRestore }: { files: BackupFile[]; onRestore: (file: BackupFile) => void }) {
  const now = useNow();
  return (
    <Part title="What can be restored">
      {files.length === 0 ? (
        <Empty title="Nothing yet">Backups in the folders of the plan are listed here.</Empty>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th scope="col">Made</th>
              <th scope="col">Where</th>
              <th scope="col" className="right">
                Size
              </th>
              <th scope="col">
                <span className="visually-hidden">Restore</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {files.map((file) => (
              <tr key={file.folder + file.name}>
                <td className="nowrap">
                  <b>{moment(file.madeAt, now)}</b>
                  {file.isSealed && <span className="soft"> · sealed</span>}
                </td>
                <td className={styles.path}>
                  {file.folder}/{file.name}
                </td>
                <td className="right nowrap">{bytes(file.bytes)}</td>
                <td className="right">
                  <button className="linkish" aria-label={`Restore ${file.name}`} onClick={() => onRestore(file)}>
                    Restore…
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Part>
  );
}

function RecordsPart({ rows }: { rows: Schemas['BackupRow'][] }) {
  const when = useWhen();
  if (rows.length === 0) return null;
  return (
    <Part title="What was made" aside={<SaveCsv name="backups" columns={BACKUPS} rows={rows} />}>
      <table className="list">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Outcome</th>
            <th scope="col">Where</th>
            <th scope="col" className="right">
              Took
            </th>
            <th scope="col">By</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td className="nowrap">{when(row.at)}</td>
              <td>{row.problem ? <b className={styles.bad}>{row.problem}</b> : `good, ${bytes(row.bytes)}`}</td>
              <td className={styles.path}>{row.folder}</td>
              <td className="right nowrap">{(row.milliseconds / 1000).toFixed(1)} s</td>
              <td className="soft nowrap">{row.by || 'the plan'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}
