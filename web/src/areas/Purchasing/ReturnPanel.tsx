import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { figure, moment, unitAmount } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { Panel } from '../../ui/Panel';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { REASONS } from './reasons';

type Reason = Schemas['PartReturnReason'];
type Came = Schemas['ReturnableView'];

/** Writes a return: what came is found by number, order or words; all of one return goes to one supplier. */
export function ReturnPanel({ onClose }: { onClose: () => void }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const [chosen, setChosen] = useState<Record<number, { quantity: string; reason: Reason; of: Came }>>({});
  const searched = useDebouncedValue(text, 200);
  const refusal = useRefusal();
  const came = useQuery({
    queryKey: ['parts', 'returnable', searched],
    queryFn: ({ signal }) => unwrap(api.GET('/api/part-returns/returnable', { signal, params: { query: { text: searched } } })),
    placeholderData: (before) => before,
  });
  const lines = Object.values(chosen);
  const supplierId = lines[0]?.of.supplierId;
  const write = () =>
    refusal.attempt(async () => {
      const made = await unwrap(
        api.POST('/api/part-returns', {
          body: { note, lines: lines.map(({ of, quantity, reason }) => ({ receiptLineId: of.receiptLineId, quantity, reason })) },
        }),
      );
      onClose();
      say.done(`Return ${made.number} is written. Ask the supplier for an authorization.`);
      await refresh(['parts'], ['stock']);
    });
  const toggle = (one: Came) => {
    const next = { ...chosen };
    if (next[one.receiptLineId]) delete next[one.receiptLineId];
    else next[one.receiptLineId] = { quantity: figure(one.quantity), reason: 'Wrong', of: one };
    setChosen(next);
  };
  return (
    <Panel title="New return" onClose={onClose} width={820}>
      <Labelled label="Part number, order or words" value={text} onText={setText} autoFocus />
      {came.error && !came.data && <Failed error={came.error} again={() => void came.refetch()} />}
      {!came.data && !came.error && <Loading what="what came" />}
      {came.data?.length === 0 && <Empty title="Nothing that came">Only parts that were received can go back.</Empty>}
      {came.data && came.data.length > 0 && (
        <table className="list">
          <tbody>
            {came.data.map((one) => {
              const mine = chosen[one.receiptLineId];
              const other = supplierId !== undefined && one.supplierId !== supplierId;
              const set = (change: Partial<{ quantity: string; reason: Reason }>) =>
                setChosen({ ...chosen, [one.receiptLineId]: { ...mine!, ...change } });
              return (
                <tr key={one.receiptLineId} className={other ? 'soft' : ''}>
                  <td>
                    <input
                      type="checkbox"
                      className="tick-box"
                      aria-label={`Return ${one.description}, ${one.partNumber}`}
                      checked={mine !== undefined}
                      disabled={other}
                      onChange={() => toggle(one)}
                    />
                  </td>
                  <td>
                    <span className="strong">{one.description}</span>
                    <div className="soft small">
                      {one.partNumber} · {one.supplier}, PO {one.purchaseNumber}
                      {one.orderNumber ? ` · RO ${one.orderNumber}` : ' · stock'} · {moment(one.cameAt, now)}
                    </div>
                  </td>
                  <td className="right nowrap">{unitAmount(one.unitCost)}</td>
                  <td className="right">
                    {mine ? (
                      <label className="receive-field">
                        of {figure(one.quantity)}
                        <input
                          aria-label={`Quantity of ${one.description}`}
                          value={mine.quantity}
                          onFocus={(event) => event.target.select()}
                          onChange={(event) => set({ quantity: event.target.value })}
                        />
                      </label>
                    ) : (
                      figure(one.quantity)
                    )}
                  </td>
                  <td>
                    {mine && (
                      <select
                        className="plain-select"
                        aria-label={`Why ${one.description} goes back`}
                        value={mine.reason}
                        onChange={(event) => set({ reason: event.target.value as Reason })}
                      >
                        {Object.entries(REASONS).map(([reason, words]) => (
                          <option key={reason} value={reason}>
                            {words}
                          </option>
                        ))}
                      </select>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <Labelled label="What is the matter, for the supplier" value={note} onText={setNote} maxLength={300} />
      {refusal.rest && (
        <div className="field-problem" role="alert">
          {refusal.rest}
        </div>
      )}
      <div className="row">
        <span className="grow" />
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={lines.length === 0} onClick={() => void write()}>
          {lines.length === 0 ? 'Return' : lines.length === 1 ? 'Return 1 part' : `Return ${lines.length} parts`}
        </Button>
      </div>
    </Panel>
  );
}
