import Button from '@mui/material/Button';
import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, unitAmount, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

type Sublet = Schemas['SubletView'];

interface Props {
  sublets: Sublet[];
  suppliers: Schemas['SupplierView'][];
  mayOrder: boolean;
}

const SUBLET_WORK: CsvColumn<Sublet>[] = [
  ['Order', (row) => row.orderNumber],
  ['Plate', (row) => row.plate],
  ['Work', (row) => row.description],
  ['Vendor', (row) => row.supplier],
  ['Back by', (row) => row.expectedAt],
  ['Late', (row) => row.late],
  ['Promised', (row) => row.promisedAt],
  ['Cost', (row) => row.unitCost],
  ['Note', (row) => row.note],
];

/** Work that vendors do: to be sent out, and out. What is back is on the order and, until it is billed, under the bills. */
export function SubletList({ sublets, suppliers, mayOrder }: Props) {
  const now = useNow();
  const shop = useShop();
  const refresh = useRefresh();
  const say = useSay();
  const [sending, setSending] = useState<number | null>(null);
  if (sublets.length === 0) return null;
  const renew = () => refresh(['parts'], ['orders']);
  const back = (work: Sublet) => {
    const params = { path: { id: work.subletId! } };
    unwrap(api.POST('/api/sublets/{id}/back', { params })).then(async () => {
      say.done(`${work.description} is back from ${work.supplier}.`, () =>
        unwrap(api.POST('/api/sublets/{id}/out-again', { params })).then(renew),
      );
      await renew();
    }, say.refused);
  };
  const callOff = (work: Sublet) => {
    unwrap(api.POST('/api/sublets/{id}/call-off', { params: { path: { id: work.subletId! } } })).then(async () => {
      say.done(`${work.description} is not at ${work.supplier}; it can be sent out again.`);
      await renew();
    }, say.refused);
  };
  return (
    <section className="card" aria-label="Sublet work">
      <header>
        <h2>Sublet work</h2>
        <span className="soft">Done by others</span>
        <span className="grow" />
        <SaveCsv name="sublet-work" columns={SUBLET_WORK} rows={sublets} />
      </header>
      <table className="list">
        <tbody>
          {sublets.map((work) => (
            <Fragment key={work.lineId}>
              <tr>
                <td className="nowrap">
                  <Link to={`/orders/${work.orderId}`}>{work.orderNumber}</Link> {work.plate && <Plate text={work.plate} />}
                </td>
                <td>
                  <span className="strong">{work.description}</span>
                  {work.note && <div className="soft small">{work.note}</div>}
                </td>
                <td className={work.late ? 'stop strong' : undefined}>
                  {work.subletId === null
                    ? 'to send out'
                    : [
                        `at ${work.supplier}`,
                        work.expectedAt && shop
                          ? `${work.late ? 'should be back since' : 'back'} ${moment(wallTime(work.expectedAt, shop.timeZone), now)}`
                          : '',
                      ]
                        .filter(Boolean)
                        .join(', ')}
                </td>
                <td className="soft nowrap">{work.promisedAt ? `promised ${moment(work.promisedAt, now)}` : ''}</td>
                <td className="right po-figure">{unitAmount(work.unitCost)}</td>
                <td className="right nowrap">
                  {mayOrder &&
                    (work.subletId === null ? (
                      sending !== work.lineId && (
                        <button
                          className="linkish"
                          aria-label={`Send out ${work.description}, order ${work.orderNumber}`}
                          onClick={() => setSending(work.lineId)}
                        >
                          Send out…
                        </button>
                      )
                    ) : (
                      <>
                        <button className="linkish" onClick={() => callOff(work)}>
                          Not sent
                        </button>{' '}
                        <Button
                          variant="outlined"
                          aria-label={`${work.description}, order ${work.orderNumber}, is back`}
                          onClick={() => back(work)}
                        >
                          Back
                        </Button>
                      </>
                    ))}
                </td>
              </tr>
              {sending === work.lineId && (
                <tr>
                  <td colSpan={6}>
                    <SendForm work={work} suppliers={suppliers} onDone={() => setSending(null)} renew={renew} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface FormProps {
  work: Sublet;
  suppliers: Schemas['SupplierView'][];
  onDone: () => void;
  renew: () => Promise<unknown>;
}

/** To whom the work goes, and until when. */
function SendForm({ work, suppliers, onDone, renew }: FormProps) {
  const say = useSay();
  const [supplierId, setSupplierId] = useState(suppliers[0]?.id ?? 0);
  const [expected, setExpected] = useState('');
  const [note, setNote] = useState('');
  const refusal = useRefusal('expected', 'note');
  const vendor = suppliers.find((supplier) => supplier.id === supplierId)?.name;
  const send = () =>
    refusal.attempt(async () => {
      const { subletId } = await unwrap(
        api.POST('/api/orders/{id}/lines/{lineId}/send-out', {
          params: { path: { id: work.orderId, lineId: work.lineId } },
          body: { supplierId, expected, note },
        }),
      );
      onDone();
      say.done(`${work.description} is at ${vendor}.`, () =>
        unwrap(api.POST('/api/sublets/{id}/call-off', { params: { path: { id: subletId } } })).then(renew),
      );
      await renew();
    });
  if (suppliers.length === 0)
    return <p className="side-note">Add the vendor as a supplier in Setup first; their bill is entered under the same name.</p>;
  return (
    <form
      className="notice row"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <div className="labelled">
        <span>
          <label htmlFor={`vendor-${work.lineId}`}>Vendor</label>
        </span>
        <select
          id={`vendor-${work.lineId}`}
          className="plain-select"
          autoFocus
          value={supplierId}
          onChange={(event) => setSupplierId(Number(event.target.value))}
        >
          {suppliers.map((supplier) => (
            <option key={supplier.id} value={supplier.id}>
              {supplier.name}
            </option>
          ))}
        </select>
      </div>
      <Labelled
        label="Back by"
        value={expected}
        onText={setExpected}
        placeholder="such as 3 pm or tomorrow"
        problem={refusal.of('expected')}
      />
      <div className="grow">
        <Labelled label="Note for the vendor" value={note} onText={setNote} maxLength={200} problem={refusal.of('note') ?? refusal.rest} />
      </div>
      <Button onClick={onDone}>Cancel</Button>
      <Button type="submit" variant="contained">
        Send out
      </Button>
    </form>
  );
}
