import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

type Offered = Schemas['OfferedBillView'];

const SENT_BILLS: CsvColumn<Offered>[] = [
  ['Supplier', (row) => row.supplier],
  ['Bill', (row) => row.number],
  ['PO', (row) => row.purchaseNumber],
  ['Date', (row) => row.billedOn],
  ['Total', (row) => row.total],
];

/** Bills that suppliers' services have and that nobody entered yet. */
export function OfferedBills({ onRead }: { onRead: (read: Schemas['BillRead']) => void }) {
  const now = useNow();
  const say = useSay();
  const { data, isFetching, refetch } = useQuery({
    queryKey: ['offered-bills'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/supplier-bills/offered', { signal })),
    staleTime: 60_000,
  });
  if (!data || (data.bills.length === 0 && data.trouble.length === 0)) return null;
  const read = (bill: Offered) =>
    unwrap(
      api.GET('/api/supplier-bills/offered/{supplierId}/{number}', {
        params: { path: { supplierId: bill.supplierId, number: bill.number } },
      }),
    ).then(onRead, say.refused);
  return (
    <section className="card" aria-label="Bills at the suppliers">
      <header>
        <h2>Sent by suppliers</h2>
        <span className="grow" />
        {data.bills.length > 0 && <SaveCsv name="sent-bills" columns={SENT_BILLS} rows={data.bills} />}
        <Button disabled={isFetching} onClick={() => void refetch()}>
          {isFetching ? 'Asking…' : 'Ask again'}
        </Button>
      </header>
      {data.trouble.map((sentence) => (
        <p key={sentence} className="side-note strong">
          {sentence} Type their bills, or ask again.
        </p>
      ))}
      <table className="list">
        <tbody>
          {data.bills.map((bill) => (
            <tr key={`${bill.supplierId}${bill.number}`}>
              <td>
                <b>
                  {bill.supplier} {bill.number}
                </b>
              </td>
              <td className="soft">PO {bill.purchaseNumber}</td>
              <td className="soft nowrap">{day(bill.billedOn, now)}</td>
              <td className="right po-figure">{amount(bill.total)}</td>
              <td className="right">
                <button className="linkish" onClick={() => void read(bill)}>
                  Check and enter
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
