import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, day } from '../../lib/format';
import { useMay, useNow, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';

type Credit = Schemas['SupplierCreditView'];

const CREDITS: CsvColumn<Credit>[] = [
  ['Credit memo', (credit) => credit.number],
  ['Supplier', (credit) => credit.supplier],
  ['Date', (credit) => credit.datedOn],
  ['For', (credit) => credit.for],
  ['Amount', (credit) => credit.total],
  ['Used', (credit) => credit.usedAt],
  ['How', (credit) => credit.usedHow],
];

/** Suppliers' credit memos: open until they are taken off a payment. */
export function CreditsCard() {
  const credits = useQuery({
    queryKey: ['parts', 'bills', 'credits'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/supplier-credits', { signal })),
  }).data;
  if (!credits || credits.length === 0) return null;
  return (
    <section className="card" aria-label="Credit memos">
      <header>
        <h2>Credit memos</h2>
        <span className="grow" />
        <SaveCsv name="supplier credit memos" columns={CREDITS} rows={credits} />
      </header>
      <table className="list">
        <tbody>
          {credits.map((credit) => (
            <CreditRow key={credit.id} credit={credit} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function CreditRow({ credit }: { credit: Credit }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const mayPay = useMay('PaySuppliers');
  const refusal = useRefusal('how');
  const [using, setUsing] = useState(false);
  const [how, setHow] = useState('');
  const params = { path: { id: credit.id } };
  const renew = () => refresh(['parts', 'bills']);
  const use = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/supplier-credits/{id}/use', { params, body: { how } }));
      setUsing(false);
      say.done(`Credit memo ${credit.number} is used.`, () => unwrap(api.POST('/api/supplier-credits/{id}/unuse', { params })).then(renew));
      await renew();
    });
  return (
    <tr>
      <td>
        <b>
          {credit.supplier} {credit.number}
        </b>
        <div className="soft small">{[day(credit.datedOn, now), credit.for].filter(Boolean).join(' · ')}</div>
      </td>
      <td className="soft">{credit.usedAt && `used ${day(credit.usedAt, now)}${credit.usedHow && `, ${credit.usedHow}`}`}</td>
      <td className="right po-figure">{amount(credit.total)}</td>
      <td className="right">
        {using ? (
          <form
            className="row"
            onSubmit={(event) => {
              event.preventDefault();
              void use();
            }}
          >
            <Labelled
              label="How: taken off a check, a refund"
              value={how}
              onText={setHow}
              autoFocus
              problem={refusal.of('how') ?? refusal.rest}
            />
            <Button onClick={() => setUsing(false)}>Cancel</Button>
            <Button type="submit" variant="contained">
              Mark used
            </Button>
          </form>
        ) : (
          mayPay && !credit.usedAt && <Button onClick={() => setUsing(true)}>Mark used…</Button>
        )}
      </td>
    </tr>
  );
}

/** Enters the memo with which a supplier gives back what was disputed on a bill. */
export function CreditForm({ bill, onClose }: { bill: Schemas['BillView']; onClose: () => void }) {
  const say = useSay();
  const refresh = useRefresh();
  const refusal = useRefusal('number', 'datedOn', 'amount');
  const [typed, setTyped] = useState({ number: '', datedOn: '', amount: '' });
  const field = (key: keyof typeof typed, label: string, placeholder: string) => (
    <Labelled
      label={label}
      placeholder={placeholder}
      value={typed[key]}
      onText={(text) => setTyped((now) => ({ ...now, [key]: text }))}
      problem={refusal.of(key)}
    />
  );
  return (
    <form
      className="notice row"
      onSubmit={(event) => {
        event.preventDefault();
        void refusal.attempt(async () => {
          await unwrap(api.POST('/api/supplier-bills/{id}/credits', { params: { path: { id: bill.id } }, body: typed }));
          onClose();
          say.done(`Credit memo ${typed.number} is entered.`);
          await refresh(['parts', 'bills']);
        });
      }}
    >
      {field('number', 'Credit memo', 'CM-2207')}
      {field('datedOn', 'Date', 'today')}
      {field('amount', 'Amount', amount(bill.disputed - bill.credited))}
      {refusal.rest && <span className="stop">{refusal.rest}</span>}
      <Button onClick={onClose}>Cancel</Button>
      <Button type="submit" variant="contained">
        Enter
      </Button>
    </form>
  );
}
