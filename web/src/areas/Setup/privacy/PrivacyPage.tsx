import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { day, moment, wallTime } from '../../../lib/format';
import { useNow, useRefresh, useShop } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Field, Part } from '../../../ui/Fields';
import { useKept } from '../../../ui/useKept';
import '../../../ui/records.css';
import type { CsvColumn } from '../../../lib/csv';
import { SaveCsv } from '../../../ui/SaveCsv';

const KEY = ['setup', 'privacy'];
type View = Schemas['PrivacyView'];

const ERASED_CUSTOMERS: CsvColumn<View['erasures'][number]>[] = [
  ['When', (row) => row.at],
  ['Customer no.', (row) => row.customerId],
  ['Asked', (row) => row.request],
  ['What went', (row) => row.counts.map((c) => `${c.what} ${c.count}`).join('; ')],
  ['Invoices until', (row) => (row.completedAt ? '' : row.keptUntil)],
  ['By', (row) => row.by],
];

/** How long what is known of customers is kept, and who was erased. */
export default function PrivacyPage() {
  const refresh = useRefresh();
  const privacy = useQuery({ queryKey: KEY, queryFn: ({ signal }) => unwrap(api.GET('/api/privacy', { signal })) });
  if (privacy.error && !privacy.data) return <Failed error={privacy.error} again={() => void privacy.refetch()} />;
  if (!privacy.data) return <Loading what="privacy" />;
  return (
    <div className="own-page">
      <div className="record-side">
        <RetentionPart plan={privacy.data.retention} renew={() => refresh(KEY)} />
      </div>
      <div className="record-main">
        <ErasuresPart view={privacy.data} />
      </div>
    </div>
  );
}

function RetentionPart({ plan, renew }: { plan: View['retention']; renew: () => Promise<unknown> }) {
  const set = useKept(
    (field, value) => unwrap(api.POST('/api/privacy/retention', { body: { field, value, version: plan.version } })),
    renew,
  );
  return (
    <Part title="How long things are kept">
      <Field label="Invoices (years)" value={plan.invoiceYears} commit={set('invoiceYears', 'Years of invoices', plan.invoiceYears)} />
      <Field
        label="Messages (months)"
        value={plan.messageMonths}
        placeholder="for good"
        commit={set('messageMonths', 'Months of messages', plan.messageMonths)}
      />
      <Field
        label="Requests (months)"
        value={plan.requestMonths}
        placeholder="for good"
        commit={set('requestMonths', 'Months of requests', plan.requestMonths)}
      />
      <Field label="Looks (months)" value={plan.lookMonths} commit={set('lookMonths', 'Months of looks', plan.lookMonths)} />
      <p className="soft small">
        Years of invoices count from the end of the year in which they were posted; ask your accountant how many the law wants. Messages,
        handled requests and looks that are older go by themselves, once a day. Invoices stay; of erased customers they lose the name.
      </p>
    </Part>
  );
}

function ErasuresPart({ view }: { view: View }) {
  const shop = useShop();
  const now = useNow();
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  return (
    <Part
      title="Customers who were erased"
      aside={view.erasures.length > 0 && <SaveCsv name="erased-customers" columns={ERASED_CUSTOMERS} rows={view.erasures} />}
    >
      {view.erasures.length === 0 ? (
        <Empty title="Nobody yet">
          Open a customer and choose Privacy to hand out what is kept about them, to see who looked, or to erase them.
        </Empty>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Customer no.</th>
              <th scope="col">Asked</th>
              <th scope="col">What went</th>
              <th scope="col">What stays</th>
              <th scope="col">By</th>
            </tr>
          </thead>
          <tbody>
            {view.erasures.map((row) => (
              <tr key={row.id}>
                <td className="nowrap">{when(row.at)}</td>
                <td>{row.customerId}</td>
                <td>{row.request}</td>
                <td className="small">{row.counts.map((c) => `${c.what} ${c.count}`).join(', ')}</td>
                <td className="nowrap">
                  {row.completedAt || !row.keptUntil ? 'nothing' : `invoices until ${day(`${row.keptUntil}T00:00:00`, now)}`}
                </td>
                <td className="soft nowrap">{row.by}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {view.backupsUntil && (
        <p className="soft small">
          Backups are not changed. Those of today are thinned out by {day(`${view.backupsUntil}T00:00:00`, now)}; one that is restored
          earlier loses erased customers again when it starts.
        </p>
      )}
    </Part>
  );
}
