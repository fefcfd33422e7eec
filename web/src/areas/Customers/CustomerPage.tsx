import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { amount, day, reading, wallTime } from '../../lib/format';
import { MessagesPanel } from '../Messaging/MessagesPanel';
import { useKeys } from '../../lib/keys';
import { useMay, useNow, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { CustomerLists } from './CustomerLists';
import { Field, Part } from '../../ui/Fields';
import { FilesPart } from '../Documents/FilesPart';
import { HistoryList } from './HistoryList';
import { useNewAppointment } from '../../ui/useNewAppointment';
import { LabelsPart } from '../Setup/customFields/LabelsPart';
import { useCustomerEdits, useCustomerPage, type CustomerPageView } from './useRecords';
import '../../ui/records.css';

const MergeDialog = lazy(() => import('./MergeDialog'));
const PrivacyDialog = lazy(() => import('./PrivacyDialog'));

/** A customer: everything on file, edited in place. */
export default function CustomerPage() {
  const id = Number(useParams().id);
  const page = useCustomerPage(id);
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="the customer" />;
  return <Customer customer={page.data} />;
}

function Customer({ customer }: { customer: CustomerPageView }) {
  const navigate = useNavigate();
  const erased = customer.erasedAt != null;
  const mayWrite = useMay('WriteUp') && !erased;
  const mayPlan = useMay('PlanWork') && !erased;
  const mayErase = useMay('KeepData');
  const newAppointment = useNewAppointment();
  const edits = useCustomerEdits(customer.id, customer.version);
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [merging, setMerging] = useState(false);
  const [privacy, setPrivacy] = useState(false);
  const [messages, setMessages] = useState(false);
  const closed = !mayWrite;
  const f = customer.fields;
  const field = (name: string, label: string, placeholder?: string, list?: readonly string[], multiline?: boolean) => (
    <Field
      label={label}
      value={f[name] ?? ''}
      commit={(text) => edits.field(name, text).catch((error: unknown) => (list ? say.refused(error) : Promise.reject(error)))}
      disabled={closed}
      placeholder={placeholder}
      list={list}
      multiline={multiline}
    />
  );
  const writeUp = () => void navigate(`/write-up?customer=${customer.id}`);
  const book = () => void newAppointment({ customerId: customer.id });
  useKeys('Customer', [
    ...(mayWrite ? [{ key: 'U', label: 'Write up for this customer', run: writeUp }] : []),
    ...(mayPlan ? [{ key: 'C', label: 'New appointment', run: book }] : []),
  ]);
  const g = customer.figures;
  const when = (utc: string) => (shop ? day(wallTime(utc, shop.timeZone), now) : '');
  return (
    <div className="record-page">
      <header className="record-head">
        <h1>{customer.name}</h1>
        {f.doNotServe && <span className="stop strong">Do not serve: {f.doNotServe}</span>}
        {f.alert && <span className="alert-mark">{f.alert}</span>}
        {customer.erasedAt && (
          <span className="soft">
            No. {customer.id}, erased {when(customer.erasedAt)}
          </span>
        )}
        <span className="grow" />
        {customer.merges.map((merge) => (
          <button
            key={merge.id}
            className="linkish"
            onClick={() => void edits.takeApart(merge.id).then(() => say.done(`Merge with ${merge.gone} undone.`), say.refused)}
          >
            Undo merge with “{merge.gone}”
          </button>
        ))}
        {!erased && <Button onClick={() => setMessages(true)}>Messages</Button>}
        {mayErase && <Button onClick={() => setPrivacy(true)}>Privacy…</Button>}
        {!erased && <Button href={`/api/customers/${customer.id}/contact.vcf`}>Download contact (vCard)</Button>}
        {mayPlan && (
          <Button onClick={book}>
            Appointment <span className="key">C</span>
          </Button>
        )}
        {mayWrite && (
          <>
            <Button onClick={() => setMerging(true)}>Merge…</Button>
            <Button variant="contained" onClick={writeUp}>
              Write up <span className="key">U</span>
            </Button>
          </>
        )}
      </header>
      {messages && (
        <MessagesPanel target={{ customerId: customer.id }} title={`Messages with ${customer.name}`} onClose={() => setMessages(false)} />
      )}
      <div className="record-figures" aria-label="Customer totals">
        <Figure label="Visits" value={String(g.visits)} />
        <Figure label="First visit" value={g.first ? when(g.first) : 'never'} />
        <Figure label="Last visit" value={g.last ? when(g.last) : 'never'} />
        <Figure label="Total spent" value={amount(g.spent)} />
        <Figure label="Average order" value={g.averageOrder === null ? '–' : amount(g.averageOrder)} />
        <Figure label="Approval rate" value={g.shareApprovedPercent === null ? '–' : `${g.shareApprovedPercent}%`} />
        <Figure label="Balance due" value={amount(g.owed)} strong={g.owed > 0} />
      </div>
      <div className="record-body">
        <div className="record-side">
          <Part title="Details">
            {field('firstName', 'First name')}
            {field('lastName', 'Last name')}
            {field('businessName', 'Business', 'none')}
            {field('address', 'Address', undefined, undefined, true)}
            {field('alert', 'Alert', 'for example, text only')}
            {field('notes', 'Notes', undefined, undefined, true)}
            {field('source', 'Source', 'not asked', shop?.customerSources.length ? shop.customerSources : undefined)}
            {field('doNotServe', 'Do not serve', 'reason, if we no longer serve them')}
          </Part>
          <LabelsPart kind="Customer" id={customer.id} disabled={closed} />
          <CustomerLists customer={customer} edits={edits} disabled={closed} />
          <Part title="Account">
            {field('laborRateName', 'Labor rate', 'general', customer.rateNames)}
            {field('partsDiscountPercent', 'Parts discount, %', 'none')}
            {field('creditDays', 'Payment terms (days)', 'due on pickup')}
            {field('creditLimit', 'Credit limit', 'no limit')}
            {field('taxExempt', 'Tax exempt', 'no', customer.exemptionNames)}
            {f.taxExempt && (
              <>
                {field('taxCertificate', 'Exemption certificate')}
                {field('taxExemptUntil', 'Expires', 'never')}
                {!customer.exemptToday && (
                  <p className="stop small">The certificate has expired. Tax is charged until you enter a new date.</p>
                )}
              </>
            )}
          </Part>
        </div>
        <div className="record-main">
          <Part title="Vehicles">
            {customer.cars.length === 0 ? (
              <p className="soft">No vehicles yet. Press U to start a write-up and add one.</p>
            ) : (
              <table className="list">
                <tbody>
                  {customer.cars.map((car) => (
                    <tr key={car.id}>
                      <td>{car.plate && <Plate text={car.plate} />}</td>
                      <td>
                        <Link to={`/vehicles/${car.id}`}>{car.description}</Link> <span className="soft">{car.color}</span>
                        {car.warning && <div className="small strong">{car.warning}</div>}
                      </td>
                      <td className="soft nowrap">
                        {car.lastReading !== null && shop
                          ? `${reading(car.lastReading, shop.distanceUnit)}${car.lastReadingAt ? `, ${when(car.lastReadingAt)}` : ''}`
                          : 'no visits'}
                      </td>
                      <td className="right nowrap">
                        {car.openOrderId ? (
                          <Link to={`/orders/${car.openOrderId}`}>open order {car.openOrderNumber}</Link>
                        ) : (
                          mayWrite && <Link to={`/write-up?customer=${customer.id}&vehicle=${car.id}`}>write up</Link>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </Part>
          <HistoryList of="customers" id={customer.id} />
          <FilesPart kind="Customer" id={customer.id} disabled={closed} />
        </div>
      </div>
      <Suspense fallback={null}>
        {privacy && <PrivacyDialog id={customer.id} name={customer.name} onClose={() => setPrivacy(false)} />}
        {merging && (
          <MergeDialog
            kind="customers"
            id={customer.id}
            name={customer.name}
            merge={edits.merge}
            takeApart={edits.takeApart}
            onClose={() => setMerging(false)}
          />
        )}
      </Suspense>
    </div>
  );
}

function Figure({ label, value, strong }: { label: string; value: string; strong?: boolean }) {
  return (
    <div>
      <span className="soft small">{label}</span>
      <b className={strong ? 'stop' : ''}>{value}</b>
    </div>
  );
}
