import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { moment, wallTime } from '../../../lib/format';
import { useNow, useShop } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { SaveCsv } from '../../../ui/SaveCsv';
import { useSay } from '../../../ui/Toasts';
import { AnswersPart } from '../../Approval/AnswersPart';
import { Search } from '../panels/Search';
import { Panel } from '../../../ui/Panel';
import { useActions } from '../../../lib/order/useSheet';

const COLUMNS: CsvColumn<Schemas['RecordEntry']>[] = [
  ['When (UTC)', (entry) => entry.at],
  ['Who', (entry) => entry.by],
  ['What', (entry) => entry.what],
  ['Change', (entry) => entry.words],
  ['Before', (entry) => entry.old],
  ['After', (entry) => entry.new],
];

/** Who did what on the order; it can only be added to. */
export default function RecordDrawer({ id, onClose }: { id: number; onClose: () => void }) {
  const { edits } = useActions();
  const say = useSay();
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const shop = useShop();
  const now = useNow();
  const record = useQuery({
    queryKey: ['order', id, 'record'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/record', { signal, params: { path: { id } } })),
  });
  const found = (record.data ?? []).filter((e) =>
    `${e.what} ${e.words} ${e.old} ${e.new} ${e.by}`.toLowerCase().includes(text.toLowerCase()),
  );
  return (
    <Panel title="Activity" onClose={onClose} width={480}>
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          edits.note(note).then(() => setNote(''), say.refused);
        }}
      >
        <input
          className="grow boxed"
          aria-label="Add a note"
          placeholder="Add a note"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <button className="chip" disabled={!note.trim()}>
          Add note
        </button>
      </form>
      {!text && <AnswersPart orderId={id} />}
      {found.length > 0 && <SaveCsv name="activity" columns={COLUMNS} rows={found} />}
      <Search label="Search activity" placeholder="Search: a name, a part, a field…" value={text} onText={setText} />
      {record.error && !record.data ? (
        <Failed error={record.error} again={() => void record.refetch()} />
      ) : !record.data ? (
        <Loading what="the record" />
      ) : found.length === 0 ? (
        <Empty title="No activity yet">
          {text ? 'No matches. Try fewer words.' : 'Changes to prices, quantities and answers are logged here automatically.'}
        </Empty>
      ) : (
        <table className="list">
          <tbody>
            {found.map((entry) => (
              <tr key={entry.id}>
                <td>
                  <b>{entry.what === 'order' ? 'Order' : entry.what}</b>, {entry.words}
                  <div className="soft small">
                    {entry.old && `${entry.old} → `}
                    {entry.new}
                  </div>
                </td>
                <td className="soft small nowrap right">
                  {entry.by}
                  <br />
                  {shop && moment(wallTime(entry.at, shop.timeZone), now)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Panel>
  );
}
