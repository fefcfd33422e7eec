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
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

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

/** What else leaves and comes in, where, and what for. */
const ELSEWHERE: [format: string, what: string, where: string, to: string][] = [
  ['CSV', 'Every list, as it is shown: orders, invoices, stock, measures', 'Save as CSV above the list', ''],
  ['CSV', 'Labor guide, holidays, inspection points', 'Where they are set up', '/setup/canned-jobs'],
  ['CSV', 'Journal and trial balance, for bookkeeping', 'Billing, Journal', '/billing/journal'],
  ['UBL 2.1', 'Invoices and credit memos, for customers whose programs read them', 'On the invoice', '/billing/invoices'],
  ['UBL 2.1', 'Purchase orders out, supplier bills in', 'Parts, Bills', '/parts/bills'],
  ['iCalendar', 'The calendar on a phone, kept up to date', 'Calendar, Subscribe', '/calendar'],
  ['vCard', 'A customer as a contact', 'On the customer', '/customers'],
  ['PDF', 'Estimates, work orders, invoices, statements, measures', 'Where they are shown', ''],
  ['JSON', 'Anything, at any time, by another program', 'Other programs', '/setup/programs'],
  ['ZIP of JSON Lines', 'Everything at once, to keep or to move: ./yardstick archive FILE', 'On the server', ''],
];

const IMPORTS: CsvColumn<Schemas['ImportRunView']>[] = [
  ['File', (row) => row.fileName],
  ['What', (row) => KIND_WORDS[row.kind]],
  ['Rows', (row) => row.rows],
  ['Imported', (row) => row.made],
  ['Status', (row) => STATE_WORDS[row.state]],
  ['By', (row) => row.by],
  ['At', (row) => row.at],
];

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
        <Part title="Other ways out and in">
          <table className="list">
            <thead>
              <tr>
                <th scope="col">Format</th>
                <th scope="col">What it is for</th>
                <th scope="col">Where</th>
              </tr>
            </thead>
            <tbody>
              {ELSEWHERE.map(([format, what, where, to]) => (
                <tr key={format + what}>
                  <td className="nowrap">{format}</td>
                  <td>{what}</td>
                  <td>{to ? <Link to={to}>{where}</Link> : where}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
        <Part
          title="Earlier imports"
          aside={runs.data && runs.data.length > 0 && <SaveCsv name="imports" columns={IMPORTS} rows={runs.data} />}
        >
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
