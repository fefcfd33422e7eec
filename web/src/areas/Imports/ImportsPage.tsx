import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { uploadTable } from '../../lib/upload';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';
import '../../ui/records.css';
import { KIND_WORDS, STATE_WORDS } from './words';

type Kind = Schemas['ImportKind'];
const FILES: [Kind, string, string][] = [
  ['Customers', 'Customers', 'A row for each: names, phones, email, address. Import these first.'],
  ['Vehicles', 'Vehicles', "One row each, with the owner's number, phone, email or name."],
  ['Parts', 'Parts', 'A row for each: number, description, category, cost, what is on hand. Suppliers are named as in Setup.'],
  ['CannedJobs', 'Canned jobs', 'One row per line, with the title of its job. A job you already have stays as it is.'],
  [
    'Orders',
    'Orders of the previous software',
    'One row per line, with its order number. Kept for reference only; amounts stay as imported.',
  ],
];

const EXPORTS = [
  ['exports/customers.csv', 'Customers', 'As a CSV that can be imported again.'],
  ['exports/vehicles.csv', 'Vehicles', 'With owners and last odometer.'],
  ['exports/parts.csv', 'Parts', 'With cost, levels and what is on hand.'],
  ['exports/canned-jobs.csv', 'Canned jobs', 'Each with its lines, one row per line.'],
  ['own-guide.csv', 'Labor guide', 'Your own operations and hours.'],
] as const;

/** Files that are brought in and taken out. */
export default function ImportsPage() {
  const [busy, setBusy] = useState<Kind | null>(null);
  const navigate = useNavigate();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const runs = useQuery({ queryKey: ['imports'], queryFn: ({ signal }) => unwrap(api.GET('/api/imports', { signal })) });
  const look = async (kind: Kind, file: File) => {
    setBusy(kind);
    try {
      void navigate(`/setup/files/${await uploadTable(kind, file)}`);
    } catch (error) {
      say.refused(error);
      setBusy(null);
    }
  };
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Import">
          <p className="soft">CSV from any software. Nothing is saved before you have looked at it, and the import can be undone.</p>
          {FILES.map(([kind, title, text]) => (
            <div key={kind} className="bring-in">
              <span className="grow">
                <b>{title}</b>
                <span className="soft small block">{text}</span>
              </span>
              <label className="linkish filepick nowrap">
                {busy === kind ? 'Reading…' : 'Choose a file…'}
                <input
                  type="file"
                  accept=".csv,.tsv,.txt,text/csv"
                  aria-label={`Choose a file of ${title.toLowerCase()}`}
                  disabled={busy !== null}
                  onChange={(event) => {
                    const file = event.target.files?.[0];
                    if (file) void look(kind, file);
                    event.target.value = '';
                  }}
                />
              </label>
            </div>
          ))}
        </Part>
        <Part title="Export">
          {EXPORTS.map(([file, title, text]) => (
            <div key={file} className="bring-in">
              <span className="grow">
                <b>{title}</b>
                <span className="soft small block">{text}</span>
              </span>
              <a href={`/api/${file}`} download>
                {file.split('/').pop()}
              </a>
            </div>
          ))}
        </Part>
      </div>
      <div className="record-main">
        <Part title="Earlier imports">
          {runs.error && !runs.data ? (
            <Failed error={runs.error} again={() => void runs.refetch()} />
          ) : !runs.data ? (
            <Loading what="the files" />
          ) : runs.data.length === 0 ? (
            <Empty title="None yet">Each file is listed here with what it added and a way to undo it.</Empty>
          ) : (
            <table className="list">
              <thead>
                <tr>
                  <th>File</th>
                  <th>What</th>
                  <th className="right">Rows</th>
                  <th className="right">Imported</th>
                  <th>Status</th>
                  <th>By</th>
                </tr>
              </thead>
              <tbody>
                {runs.data.map((run) => (
                  <tr key={run.id}>
                    <td>
                      <Link to={`/setup/files/${run.id}`}>{run.fileName}</Link>
                    </td>
                    <td>{KIND_WORDS[run.kind]}</td>
                    <td className="right">{run.rows.toLocaleString('en-US')}</td>
                    <td className="right">{run.made.toLocaleString('en-US')}</td>
                    <td>{STATE_WORDS[run.state]}</td>
                    <td className="soft nowrap">
                      {run.by}
                      {shop && `, ${moment(wallTime(run.at, shop.timeZone), now)}`}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </Part>
      </div>
    </div>
  );
}
