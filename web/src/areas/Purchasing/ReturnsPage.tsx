import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { figure } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { CoresTable } from './CoresTable';
import { CustomerCores } from './CustomerCores';
import { ReturnPanel } from './ReturnPanel';
import { ReturnCard } from './ReturnCard';
import '../../ui/parts.css';

type Core = Schemas['CoreOwedView'];
type Loose = Schemas['LoosePartView'];

const RETURNS: CsvColumn<Schemas['ReturnView']>[] = [
  ['Return', (r) => r.number],
  ['Supplier', (r) => r.supplier],
  ['Status', (r) => r.stateText],
  ['Authorization', (r) => r.authorization],
  ['Parts', (r) => r.lines.map((line) => `${line.quantity} ${line.partNumber}`).join('; ')],
  ['Expected', (r) => r.expected],
  ['Credited', (r) => r.credited],
  ['Written', (r) => r.createdAt],
];
const CORES: CsvColumn<Core>[] = [
  ['Supplier', (core) => core.supplier],
  ['Order', (core) => core.orderNumber],
  ['Part number', (core) => core.partNumber],
  ['Part', (core) => core.description],
  ['Cores', (core) => core.quantity],
  ['Core charge', (core) => core.amount],
  ['Here', (core) => core.atHand],
  ['Since', (core) => core.since],
  ['Due', (core) => core.dueOn],
  ['Given up', (core) => core.givenUp],
];

/** What goes back to suppliers, cores that are owed, and what nobody waits for any more. */
export default function ReturnsPage() {
  const mayOrder = useMay('OrderParts');
  const [writing, setWriting] = useState(false);
  const page = useQuery({
    queryKey: ['parts', 'returns'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/part-returns', { signal })),
  });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="returns" />;
  const { returns, cores, customerCores, loose } = page.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Returns and cores</h1>
        <span className="grow" />
        {mayOrder && (
          <Button variant="contained" onClick={() => setWriting(true)}>
            New return…
          </Button>
        )}
      </div>
      <LooseParts loose={loose} mayOrder={mayOrder} />
      <section className="card" aria-label="Returns">
        <header>
          <h2>Returns</h2>
          <span className="grow" />
          {returns.length > 0 && <SaveCsv name="returns" columns={RETURNS} rows={returns} />}
        </header>
        {returns.length === 0 ? (
          <Empty title="No returns">Wrong, spare and defective parts go back to their supplier from here, until they are credited.</Empty>
        ) : (
          returns.map((one) => <ReturnCard key={one.id} made={one} mayOrder={mayOrder} />)
        )}
      </section>
      <section className="card" aria-label="Cores">
        <header>
          <h2>Cores to send back</h2>
          <span className="grow" />
          {cores.length > 0 && <SaveCsv name="cores" columns={CORES} rows={cores} />}
        </header>
        {cores.length === 0 ? (
          <Empty title="No cores owed">A part with a core charge adds its core here when it is received.</Empty>
        ) : (
          <CoresTable cores={cores} />
        )}
      </section>
      {customerCores.length > 0 && <CustomerCores cores={customerCores} />}
      {writing && <ReturnPanel onClose={() => setWriting(false)} />}
    </div>
  );
}

/** Parts that are here or on the way and that nobody waits for: none is lost when an order ends or a line is switched out. */
function LooseParts({ loose, mayOrder }: { loose: Loose[]; mayOrder: boolean }) {
  const say = useSay();
  const refresh = useRefresh();
  if (loose.length === 0) return null;
  const intoStock = (part: Loose) =>
    unwrap(api.POST('/api/orders/{id}/lines/{lineId}/into-stock', { params: { path: { id: part.orderId, lineId: part.lineId } } })).then(
      async () => {
        say.done(`${part.description} is in stock now.`);
        await refresh(['parts'], ['stock']);
      },
      say.refused,
    );
  return (
    <section className="card" aria-label="What became of it">
      <header>
        <h2>What became of it</h2>
        <span className="soft">Here or on the way, and no longer needed</span>
      </header>
      <table className="list">
        <tbody>
          {loose.map((part) => (
            <tr key={`${part.lineId}${part.where}`}>
              <td>
                <Link to={`/orders/${part.orderId}`}>{part.orderNumber}</Link>
              </td>
              <td className="strong">
                {part.description} <span className="soft small">{part.number}</span>
              </td>
              <td className="right">{figure(part.quantity)}</td>
              <td>{part.where}</td>
              <td className="soft">{part.why}</td>
              <td className="right">
                {mayOrder && part.isHere && (
                  <button className="linkish" onClick={() => void intoStock(part)}>
                    Into stock
                  </button>
                )}
                {!part.isHere && <Link to="/parts">Call it off</Link>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
