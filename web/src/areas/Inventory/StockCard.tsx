import Button from '@mui/material/Button';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, figure, moment, unitAmount } from '../../lib/format';
import { useMay, useNow, useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { Panel } from '../../ui/Panel';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './StockPage.module.css';

type Movement = Schemas['MovementView'];

const COLUMNS: CsvColumn<Movement>[] = [
  ['When', (m) => m.at],
  ['What', (m) => m.kind],
  ['Units', (m) => m.quantity],
  ['Cost each', (m) => m.unitCost],
  ['Value', (m) => m.valueChange],
  ['Document', (m) => m.document],
  ['Reason', (m) => m.reason],
  ['By', (m) => m.by],
];

/** A part in stock: for whom it is kept, its movements with the document behind each, and putting it right. */
export function StockCard({ id, onClose }: { id: number; onClose: () => void }) {
  const now = useNow();
  const mayCorrect = useMay('CorrectStock');
  const maySetUp = useMay('EditSetup');
  const card = useInfiniteQuery({
    queryKey: ['stock', 'card', id],
    queryFn: ({ signal, pageParam }) =>
      unwrap(api.GET('/api/stock/{id}', { signal, params: { path: { id }, query: { before: pageParam || undefined } } })),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.movements.at(-1)!.id : undefined),
  });
  if (card.error && !card.data)
    return (
      <Panel title="Stock" onClose={onClose}>
        <Failed error={card.error} again={() => void card.refetch()} />
      </Panel>
    );
  if (!card.data)
    return (
      <Panel title="Stock" onClose={onClose} width={720}>
        <Loading what="the part" />
      </Panel>
    );
  const { part, keptFor, tire } = card.data.pages[0]!;
  const movements = card.data.pages.flatMap((page) => page.movements);
  return (
    <Panel title={part.description} aside={`${part.number}${part.bin && ` · bin ${part.bin}`}`} onClose={onClose} width={760}>
      <p>
        <b>
          {figure(part.onHand)} {part.unit}
        </b>{' '}
        on hand, {figure(part.reserved)} reserved, <b>{figure(part.free)} available</b>, {figure(part.onOrder)} on order for stock. Average
        cost {unitAmount(part.averageCost)}, last {unitAmount(part.lastCost)}, worth {amount(part.value)}.{' '}
        {tire && `${tire[0]!.toUpperCase()}${tire.slice(1)}. `}
        {maySetUp && <Link to={`/setup/parts/${part.id}`}>Levels, bin and price</Link>}
      </p>
      {keptFor.length > 0 && (
        <table className="list">
          <tbody>
            {keptFor.map((kept) => (
              <tr key={kept.orderId}>
                <td>
                  <Link to={`/orders/${kept.orderId}`}>RO {kept.orderNumber}</Link> {kept.plate}
                </td>
                <td className="right">{figure(kept.quantity)} reserved</td>
                <td className="soft">{kept.promisedAt && `promised ${moment(kept.promisedAt, now)}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {mayCorrect && <Correct key={part.onHand} part={part} />}
      <div className="spread">
        <h3>Movements</h3>
        {movements.length > 0 && <SaveCsv name={`movements ${part.number}`} columns={COLUMNS} rows={movements} />}
      </div>
      {movements.length === 0 ? (
        <p className="soft">Nothing moved yet.</p>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th className="right">Units</th>
              <th className="right">Cost each</th>
              <th className="right">Value</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            {movements.map((m) => (
              <tr key={m.id}>
                <td className="nowrap soft">{moment(m.at, now)}</td>
                <td>
                  {m.kind} {m.orderId ? <Link to={`/orders/${m.orderId}`}>{m.document}</Link> : <span className="soft">{m.document}</span>}
                  {m.reason && <div className="small soft">{m.reason}</div>}
                </td>
                <td className="right">
                  {m.quantity > 0 ? '+' : ''}
                  {figure(m.quantity)}
                </td>
                <td className="right">{unitAmount(m.unitCost)}</td>
                <td className="right">{amount(m.valueChange)}</td>
                <td className="soft nowrap">{m.by}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {card.hasNextPage && (
        <Button disabled={card.isFetchingNextPage} onClick={() => void card.fetchNextPage()}>
          Show older
        </Button>
      )}
    </Panel>
  );
}

/** What is really there, with the reason why it differs. */
function Correct({ part }: { part: Schemas['StockRow'] }) {
  const say = useSay();
  const refresh = useRefresh();
  const [onHand, setOnHand] = useState('');
  const [reason, setReason] = useState('');
  const refusal = useRefusal('onHand', 'reason');
  const send = (to: string, why: string) =>
    unwrap(api.POST('/api/stock/{id}/correct', { params: { path: { id: part.id } }, body: { onHand: to, reason: why } })).then(() =>
      refresh(['stock'], ['parts']),
    );
  const correct = () =>
    refusal.attempt(async () => {
      await send(onHand, reason);
      say.done(`${part.number}: ${onHand} on hand.`, () => send(String(part.onHand), `Undone: ${reason}`.slice(0, 200)));
    });
  return (
    <form
      className={styles.correct}
      aria-label="Correct the stock"
      onSubmit={(event) => {
        event.preventDefault();
        void correct();
      }}
    >
      <Labelled label="Really there" value={onHand} onText={setOnHand} problem={refusal.of('onHand')} />
      <Labelled label="Why it differs" value={reason} onText={setReason} maxLength={200} problem={refusal.of('reason') ?? refusal.rest} />
      <Button type="submit" variant="outlined" disabled={!onHand.trim()}>
        Correct
      </Button>
    </form>
  );
}
