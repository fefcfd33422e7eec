import { Fragment, useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day, figure, moment } from '../../lib/format';
import { useMay, useNow, useRefresh } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import { GiveUpForm } from './GiveUpForm';

type Core = Schemas['CoreOwedView'];

/** Cores that go back to suppliers: until when, whether the old part is here, and those that were given up. */
export function CoresTable({ cores }: { cores: Core[] }) {
  const [givingUp, setGivingUp] = useState<number | null>(null);
  const mayCorrect = useMay('CorrectStock');
  return (
    <table className="list">
      <thead>
        <tr>
          <th>Supplier</th>
          <th>Part</th>
          <th>Order</th>
          <th className="right">Cores</th>
          <th className="right">Core charge</th>
          <th>Old part</th>
          <th>Since</th>
          <th>Due back</th>
          {mayCorrect && <th />}
        </tr>
      </thead>
      <tbody>
        {cores.map((core) => (
          <Fragment key={core.receiptLineId}>
            <CoreRow core={core} onGiveUp={mayCorrect ? () => setGivingUp(core.receiptLineId) : undefined} />
            {givingUp === core.receiptLineId && (
              <tr>
                <td colSpan={9}>
                  <GiveUp core={core} onDone={() => setGivingUp(null)} />
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}

function CoreRow({ core, onGiveUp }: { core: Core; onGiveUp?: () => void }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const found = () =>
    unwrap(api.POST('/api/cores/{receiptLineId}/found', { params: { path: { receiptLineId: core.receiptLineId } } })).then(
      () => refresh(['parts', 'returns']),
      say.refused,
    );
  return (
    <tr className={core.givenUp ? 'soft' : undefined}>
      <td>{core.supplier}</td>
      <td>
        {core.description} <span className="soft small">{core.partNumber}</span>
      </td>
      <td>{core.orderNumber ?? <span className="soft">stock</span>}</td>
      <td className="right">{figure(core.quantity)}</td>
      <td className="right">{amount(core.amount)}</td>
      {core.givenUp ? (
        <td colSpan={2}>given up: {core.givenUp}</td>
      ) : (
        <>
          <td className={core.atHand ? 'strong' : 'soft'}>{core.atHand ? 'here' : 'not yet'}</td>
          <td className="nowrap soft">{moment(core.since, now)}</td>
        </>
      )}
      <td className={`nowrap ${core.overdue && !core.givenUp ? 'stop strong' : ''}`}>
        {!core.givenUp && (core.overdue ? `overdue since ${day(core.dueOn, now)}` : day(core.dueOn, now))}
      </td>
      {onGiveUp && (
        <td className="right nowrap">
          {core.givenUp ? (
            <button className="linkish" onClick={() => void found()}>
              Found again
            </button>
          ) : (
            <button className="linkish" aria-label={`Give up the core of ${core.description}`} onClick={onGiveUp}>
              Give up…
            </button>
          )}
        </td>
      )}
    </tr>
  );
}

/** Why a core will never go back. */
function GiveUp({ core, onDone }: { core: Core; onDone: () => void }) {
  const say = useSay();
  const refresh = useRefresh();
  const params = { path: { receiptLineId: core.receiptLineId } };
  const renew = () => refresh(['parts', 'returns']);
  const send = async (reason: string) => {
    await unwrap(api.POST('/api/cores/{receiptLineId}/give-up', { params, body: { reason } }));
    onDone();
    say.done(`The core of ${core.description} is given up; ${amount(core.amount)} is the shop's loss.`, () =>
      unwrap(api.POST('/api/cores/{receiptLineId}/found', { params })).then(renew),
    );
    await renew();
  };
  return <GiveUpForm label="What became of it" onSend={send} onClose={onDone} />;
}
