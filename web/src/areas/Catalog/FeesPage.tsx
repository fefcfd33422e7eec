import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, sentence, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';
import '../../ui/records.css';
import { useRefusal } from '../../ui/useRefusal';

type Fee = Schemas['FeeView'];
const NEW = { id: null as number | null, code: '', label: '', amount: '', costEach: '', passThrough: false, taxable: true };

const COLUMNS: CsvColumn<Fee>[] = [
  ['Code', (fee) => fee.code],
  ['Label', (fee) => fee.label],
  ['Amount', (fee) => fee.amount],
  ['Pass-through', (fee) => fee.passThrough],
  ['Taxable', (fee) => fee.taxable],
  ['Retired', (fee) => fee.retired],
];

/** Fees that are charged by name, and parts that are offered before anything is typed. */
export default function FeesPage() {
  const refresh = useRefresh();
  const say = useSay();
  const lists = useQuery({ queryKey: ['setup', 'fees'], queryFn: ({ signal }) => unwrap(api.GET('/api/named-fees', { signal })) });
  const [draft, setDraft] = useState(NEW);
  const [number, setNumber] = useState('');
  const refusal = useRefusal('code', 'label', 'amount', 'costEach');
  const [noPart, setNoPart] = useState<string>();
  if (lists.error && !lists.data) return <Failed error={lists.error} again={() => void lists.refetch()} />;
  if (!lists.data) return <Loading what="fees" />;
  const renew = () => refresh(['setup'], ['choices']);
  const save = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/named-fees', { body: draft }));
      say.done(`${draft.label} is saved.`);
      setDraft(NEW);
      await renew();
    });
  const retire = (fee: Fee, retired: boolean) => {
    const send = (to: boolean) =>
      unwrap(api.POST('/api/named-fees/{id}/retire', { params: { path: { id: fee.id } }, body: { retired: to } })).then(renew);
    send(retired).then(() => say.done(retired ? `${fee.label} retired.` : `${fee.label} restored.`, () => send(!retired)), say.refused);
  };
  const everyday = (partNumber: string, on: boolean) =>
    unwrap(api.POST('/api/everyday-parts', { body: { number: partNumber, on } })).then(renew);
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Fees" aside={lists.data.fees.length > 0 && <SaveCsv name="fees" columns={COLUMNS} rows={lists.data.fees} />}>
          {lists.data.fees.length === 0 && <Empty title="No fees yet">Add fees here, such as tire disposal, to use them on any job.</Empty>}
          <table className="list">
            <tbody>
              {lists.data.fees.map((fee) => (
                <tr key={fee.id} className={fee.retired ? 'soft' : ''}>
                  <td>
                    {fee.label}
                    <div className="soft small">
                      {fee.code}
                      {fee.passThrough ? ', pass-through' : ''}
                      {fee.taxable ? '' : ', not taxable'}
                    </div>
                  </td>
                  <td className="right">{amount(fee.amount)}</td>
                  <td className="right nowrap">
                    <button
                      className="linkish small"
                      onClick={() =>
                        setDraft({
                          ...fee,
                          id: fee.id,
                          amount: fee.amount.toFixed(2),
                          costEach: fee.costEach ? fee.costEach.toFixed(2) : '',
                        })
                      }
                    >
                      Edit
                    </button>{' '}
                    <button className="linkish small" onClick={() => retire(fee, !fee.retired)}>
                      {fee.retired ? 'Restore' : 'Retire'}
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
      </div>
      <div className="record-main">
        <Part title={draft.id === null ? 'New fee' : 'Edit fee'}>
          <form
            className="writing"
            onSubmit={(event) => {
              event.preventDefault();
              void save();
            }}
          >
            <div className="pair">
              <Labelled
                label="Customer description"
                value={draft.label}
                onText={(label) => setDraft({ ...draft, label })}
                problem={refusal.of('label')}
              />
              <Labelled
                label="Code"
                value={draft.code}
                onText={(code) => setDraft({ ...draft, code })}
                problem={refusal.of('code')}
                hint="used when you pay the agency"
              />
            </div>
            <div className="pair">
              <Labelled
                label="Amount each"
                value={draft.amount}
                onText={(text) => setDraft({ ...draft, amount: text })}
                problem={refusal.of('amount')}
                inputMode="decimal"
              />
              <Labelled
                label="Shop cost, each"
                value={draft.costEach}
                onText={(text) => setDraft({ ...draft, costEach: text })}
                problem={refusal.of('costEach')}
                inputMode="decimal"
                disabled={draft.passThrough}
              />
            </div>
            <label className="row">
              <input
                type="checkbox"
                checked={draft.passThrough}
                onChange={(event) => setDraft({ ...draft, passThrough: event.target.checked })}
              />
              Pass-through (collected for an agency)
            </label>
            <label className="row">
              <input type="checkbox" checked={draft.taxable} onChange={(event) => setDraft({ ...draft, taxable: event.target.checked })} />
              Taxable
            </label>
            {refusal.rest && (
              <div className="notice stop" role="alert">
                {refusal.rest}
              </div>
            )}
            <div className="row">
              <Button type="submit" variant="contained">
                {draft.id === null ? 'Add the fee' : 'Save'}
              </Button>
              {draft.id !== null && <Button onClick={() => setDraft(NEW)}>Cancel</Button>}
            </div>
          </form>
        </Part>
        <Part title="Common parts">
          <p className="soft">Shown when you add a line, before you type.</p>
          <table className="list">
            <tbody>
              {lists.data.everydayParts.map((part) => (
                <tr key={part.id}>
                  <td>{part.description}</td>
                  <td className="soft">{part.number}</td>
                  <td className="right">
                    <button
                      className="linkish small"
                      onClick={() =>
                        void everyday(part.number, false).then(
                          () => say.done(`${part.number} removed.`, () => everyday(part.number, true)),
                          say.refused,
                        )
                      }
                    >
                      Remove
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <form
            className="inline-form"
            aria-label="Add a common part"
            onSubmit={(event) => {
              event.preventDefault();
              everyday(number, true).then(
                () => {
                  setNumber('');
                  setNoPart(undefined);
                },
                (error: unknown) => setNoPart(sentence(error)),
              );
            }}
          >
            <div className="add-row">
              <Labelled label="Part number" value={number} onText={setNumber} problem={noPart} />
              <Button type="submit" variant="outlined">
                Add
              </Button>
            </div>
          </form>
        </Part>
      </div>
    </div>
  );
}
