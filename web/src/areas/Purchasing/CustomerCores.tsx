import { Fragment, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, figure } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { GiveUpForm } from './GiveUpForm';

type Core = Schemas['CustomerCoreView'];

const COLUMNS: CsvColumn<Core>[] = [
  ['Order', (core) => core.orderNumber],
  ['Customer', (core) => core.customer],
  ['Part', (core) => core.description],
  ['Cores', (core) => core.quantity],
  ['Core charge', (core) => core.amount],
  ['Given up', (core) => core.givenUp],
];

/** Core charges on invoices: credited there when the old part comes, given up when it never will. */
export function CustomerCores({ cores }: { cores: Core[] }) {
  const [givingUp, setGivingUp] = useState<number | null>(null);
  return (
    <section className="card" aria-label="Cores that customers can bring">
      <header>
        <h2>Cores charged to customers</h2>
        <span className="grow" />
        <SaveCsv name="customers-cores" columns={COLUMNS} rows={cores} />
      </header>
      <table className="list">
        <thead>
          <tr>
            <th>Order</th>
            <th>Customer</th>
            <th>Part</th>
            <th className="right">Cores</th>
            <th className="right">Core charge</th>
            <th>
              <span className="visually-hidden">What to do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {cores.map((core) => (
            <Fragment key={core.lineId}>
              <CoreRow core={core} onGiveUp={() => setGivingUp(core.lineId)} />
              {givingUp === core.lineId && (
                <tr>
                  <td colSpan={6}>
                    <GiveUp core={core} onDone={() => setGivingUp(null)} />
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

const placeOf = (core: Core) => ({ path: { id: core.orderId, lineId: core.lineId } });

function useExpect() {
  const say = useSay();
  const refresh = useRefresh();
  return (core: Core) =>
    unwrap(api.POST('/api/orders/{id}/lines/{lineId}/core/expect', { params: placeOf(core) })).then(async () => {
      say.done(`The core of ${core.description} is expected again.`);
      await refresh(['parts', 'returns']);
    }, say.refused);
}

function CoreRow({ core, onGiveUp }: { core: Core; onGiveUp: () => void }) {
  const mayCredit = useMay('ReverseInvoices');
  const mayCorrect = useMay('CorrectStock');
  const navigate = useNavigate();
  const say = useSay();
  const expect = useExpect();
  const credit = () =>
    unwrap(api.GET('/api/orders/{id}/lines/{lineId}/core-invoice', { params: placeOf(core) })).then(
      (at) => navigate(`/invoices/${at.invoiceId}?core=${encodeURIComponent(`${at.job}/${at.line}`)}`),
      say.refused,
    );
  const about = `the core of ${core.description}, order ${core.orderNumber}`;
  return (
    <tr className={core.givenUp ? 'soft' : undefined}>
      <td>
        <Link to={`/orders/${core.orderId}`}>{core.orderNumber}</Link>
      </td>
      <td>{core.customer}</td>
      <td>{core.description}</td>
      <td className="right">{figure(core.quantity)}</td>
      <td className="right">{amount(core.amount)}</td>
      <td className="right nowrap">
        {mayCorrect && (
          <button
            className="linkish"
            aria-label={core.givenUp ? `Expect ${about} again` : `Give up ${about}`}
            onClick={() => (core.givenUp ? void expect(core) : onGiveUp())}
          >
            {core.givenUp ? 'Given up; expect it again' : 'Give up…'}
          </button>
        )}{' '}
        {mayCredit && (
          <button className="linkish" aria-label={`Credit ${about}`} onClick={() => void credit()}>
            It is here…
          </button>
        )}
      </td>
    </tr>
  );
}

/** Why a customer's core will never come. */
function GiveUp({ core, onDone }: { core: Core; onDone: () => void }) {
  const say = useSay();
  const refresh = useRefresh();
  const expect = useExpect();
  const send = async (reason: string) => {
    await unwrap(api.POST('/api/orders/{id}/lines/{lineId}/core/give-up', { params: placeOf(core), body: { reason } }));
    onDone();
    say.done(`The core of ${core.description} is not expected any more; its charge is the shop's.`, () => expect(core));
    await refresh(['parts', 'returns']);
  };
  return <GiveUpForm label="Why it will not come" onSend={send} onClose={onDone} />;
}
