import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useMay, useNow, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './AskedList.module.css';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

type Asked = Schemas['PartRequestView'];

const ASKED_FOR: CsvColumn<Asked>[] = [
  ['Order', (row) => row.orderNumber],
  ['Plate', (row) => row.plate],
  ['Asked for', (row) => row.text],
  ['Job', (row) => row.job],
  ['By', (row) => row.by],
  ['Asked', (row) => row.askedAt],
];

/** Parts that technicians ask for at the vehicle: each becomes a line of its order, or is answered. */
export function AskedList({ requests }: { requests: Asked[] }) {
  const [answering, setAnswering] = useState<number | null>(null);
  const mayOrder = useMay('OrderParts');
  const mayEdit = useMay('EditOrders');
  const now = useNow();
  const shop = useShop();
  const refresh = useRefresh();
  const say = useSay();
  const navigate = useNavigate();
  if (requests.length === 0) return null;
  const renew = () => refresh(['parts'], ['bench']);
  const putOn = (asked: Asked) =>
    unwrap(api.POST('/api/part-requests/{id}/line', { params: { path: { id: asked.id } } })).then(async () => {
      await renew();
      say.done(`${asked.text} is on order ${asked.orderNumber}; find its part there.`);
      void navigate(`/orders/${asked.orderId}`);
    }, say.refused);
  return (
    <section className="card" aria-label="Asked for by technicians">
      <header>
        <h2>Asked for by technicians</h2>
        <span className="grow" />
        <SaveCsv name="asked-for" columns={ASKED_FOR} rows={requests} />
      </header>
      <table className="list">
        <tbody>
          {requests.map((asked) => (
            <tr key={asked.id}>
              <td className="nowrap">
                <Link to={`/orders/${asked.orderId}`}>{asked.orderNumber}</Link> {asked.plate && <Plate text={asked.plate} />}
              </td>
              <td>
                <span className="strong">{asked.text}</span>
                {asked.job && <div className="soft small">{asked.job}</div>}
              </td>
              <td>
                {asked.photoHash && (
                  <a href={`/api/photos/${asked.photoHash}`} target="_blank" rel="noreferrer">
                    <img className={styles.photo} src={`/api/photos/${asked.photoHash}`} alt={`Photo of ${asked.text}`} />
                  </a>
                )}
              </td>
              <td className="soft nowrap">
                {asked.by}
                {shop && `, ${moment(wallTime(asked.askedAt, shop.timeZone), now)}`}
              </td>
              <td className="right">
                {answering === asked.id ? (
                  <Reply asked={asked} done={() => setAnswering(null)} renew={renew} />
                ) : (
                  <span className={styles.acts}>
                    {mayOrder && (
                      <Button size="small" onClick={() => setAnswering(asked.id)}>
                        Answer
                      </Button>
                    )}
                    {mayEdit && asked.hasJob && (
                      <Button size="small" variant="outlined" onClick={() => void putOn(asked)}>
                        Add to the order
                      </Button>
                    )}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Reply({ asked, done, renew }: { asked: Asked; done: () => void; renew: () => Promise<unknown> }) {
  const [answer, setAnswer] = useState('');
  const say = useSay();
  const refusal = useRefusal('answer');
  const path = { params: { path: { id: asked.id } } };
  return (
    <form
      className={styles.reply}
      onSubmit={(event) => {
        event.preventDefault();
        void refusal.attempt(async () => {
          await unwrap(api.POST('/api/part-requests/{id}/reply', { ...path, body: { answer } }));
          done();
          say.done(`${asked.by} was answered.`, () => unwrap(api.POST('/api/part-requests/{id}/reopen', path)).then(renew));
          await renew();
        });
      }}
    >
      <Labelled
        label={`Answer to ${asked.by}`}
        placeholder="On the shelf in B-12, no need to order"
        value={answer}
        onText={setAnswer}
        problem={refusal.of('answer')}
        autoFocus
      />
      <Button size="small" onClick={done}>
        Cancel
      </Button>
      <Button size="small" type="submit" variant="contained" disabled={!answer.trim()}>
        Send
      </Button>
    </form>
  );
}
