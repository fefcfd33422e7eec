import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, figure, moment, unitAmount } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { REASONS } from './reasons';

type Made = Schemas['ReturnView'];
type Doing = 'authorize' | 'credit' | 'refuse' | null;

/** A return: where it is, what it should bring, and what comes next. */
export function ReturnCard({ made, mayOrder }: { made: Made; mayOrder: boolean }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const [doing, setDoing] = useState<Doing>(null);
  const path = { id: made.id };
  const run = (send: () => Promise<unknown>, words: string) =>
    send().then(async () => {
      setDoing(null);
      say.done(words);
      await refresh(['parts'], ['stock']);
    });
  const ask = () =>
    unwrap(api.POST('/api/part-returns/{id}/ask', { params: { path } })).then(() => refresh(['parts'], ['stock']), say.refused);
  const isOpen = ['Open', 'Authorized', 'Sent'].includes(made.state);
  const sent = made.state === 'Sent';
  return (
    <div className="purchase">
      <div className="spread">
        <span>
          <b>
            {made.number} {made.supplier}
          </b>{' '}
          <span className={`po-state ${made.state === 'Refused' ? 'stop' : ''}`}>{made.stateText}</span>{' '}
          <span className="soft">
            {[
              made.authorization && `authorization ${made.authorization}`,
              made.credited === null
                ? `${amount(made.expected)} expected`
                : `${amount(made.credited)} of ${amount(made.expected)} credited`,
              made.answer,
              moment(made.createdAt, now),
            ]
              .filter(Boolean)
              .join(' · ')}
          </span>
        </span>
        {mayOrder && isOpen && doing === null && (
          <span className="row">
            {!sent && (
              <Button
                onClick={() =>
                  void run(() => unwrap(api.POST('/api/part-returns/{id}/drop', { params: { path } })), 'Kept here.').catch(say.refused)
                }
              >
                Keep it
              </Button>
            )}
            <Button onClick={() => setDoing('refuse')}>Refused…</Button>
            {!sent && <Button onClick={() => setDoing('authorize')}>Authorization…</Button>}
            {sent ? (
              <Button variant="outlined" onClick={() => setDoing('credit')}>
                Credited…
              </Button>
            ) : (
              <Button
                variant="outlined"
                onClick={() =>
                  void run(
                    () => unwrap(api.POST('/api/part-returns/{id}/send', { params: { path } })),
                    `Return ${made.number} is with ${made.supplier}.`,
                  ).catch(say.refused)
                }
              >
                Picked up
              </Button>
            )}
          </span>
        )}
      </div>
      {made.note && <p className="soft small">{made.note}</p>}
      {(made.trouble || made.asked) && (
        <p className={`small ${made.trouble ? 'strong stop' : 'soft'}`}>
          {made.trouble ||
            (sent
              ? `${made.supplier} is asked for the credit automatically.`
              : `${made.supplier} is asked for an authorization automatically.`)}{' '}
          {made.asked && mayOrder && (
            <button className="linkish" onClick={() => void ask()}>
              Ask now
            </button>
          )}
        </p>
      )}
      {doing && <AnswerForm key={doing} doing={doing} made={made} run={run} onCancel={() => setDoing(null)} />}
      <table className="list">
        <tbody>
          {made.lines.map((line, i) => (
            <tr key={i}>
              <td>{line.description}</td>
              <td className="soft po-number">{line.partNumber}</td>
              <td>{REASONS[line.reason]}</td>
              <td className="right po-figure">{figure(line.quantity)}</td>
              <td className="right po-figure">{unitAmount(line.unitCredit)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface FormProps {
  doing: Exclude<Doing, null>;
  made: Made;
  run: (send: () => Promise<unknown>, words: string) => Promise<void>;
  onCancel: () => void;
}

/** What the supplier answered: a number for the return, a credit, or no. */
function AnswerForm({ doing, made, run, onCancel }: FormProps) {
  const [text, setText] = useState('');
  const [money, setMoney] = useState('');
  const [cameBack, setCameBack] = useState(made.state !== 'Sent');
  const refusal = useRefusal('amount');
  const params = { path: { id: made.id } };
  const send = () => {
    if (doing === 'authorize') {
      const body = { authorization: text };
      return run(
        () => unwrap(api.POST('/api/part-returns/{id}/authorize', { params, body })),
        `Return ${made.number} is authorized. Have it picked up.`,
      );
    }
    if (doing === 'credit') {
      const body = { amount: money, memo: text };
      return run(() => unwrap(api.POST('/api/part-returns/{id}/credit', { params, body })), `Return ${made.number} is credited.`);
    }
    const body = { why: text, cameBack };
    return run(
      () => unwrap(api.POST('/api/part-returns/{id}/refuse', { params, body })),
      `Return ${made.number} is refused${cameBack ? '; the parts are in stock' : ''}.`,
    );
  };
  const label = { authorize: `Number that ${made.supplier} gave`, credit: 'Credit memo number', refuse: `Why ${made.supplier} refuses it` };
  return (
    <form
      className="notice row"
      onSubmit={(event) => {
        event.preventDefault();
        void refusal.attempt(send);
      }}
    >
      {doing === 'credit' && (
        <Labelled
          label="Amount"
          value={money}
          onText={setMoney}
          autoFocus
          placeholder={amount(made.expected)}
          problem={refusal.of('amount')}
        />
      )}
      <div className="grow">
        <Labelled label={label[doing]} value={text} onText={setText} autoFocus={doing !== 'credit'} maxLength={80} problem={refusal.rest} />
      </div>
      {doing === 'refuse' && (
        <label className="row">
          <input type="checkbox" className="tick-box" checked={cameBack} onChange={(event) => setCameBack(event.target.checked)} /> The
          parts are here and go into stock
        </label>
      )}
      <Button onClick={onCancel}>Cancel</Button>
      <Button type="submit" variant="contained">
        Save
      </Button>
    </form>
  );
}
