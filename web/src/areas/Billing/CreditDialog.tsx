import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { amount, figure } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Labelled } from '../../ui/Labelled';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { useSay } from '../../ui/Toasts';
import styles from './dialogs.module.css';

/** A line that can be credited, or its core charge alone. */
type Line = Schemas['CreditableLine'] & { isCore: boolean };
/** What becomes of a part that is credited. */
type Fate = 'stays' | 'stock' | 'supplier';

interface Pick {
  quantity: string;
  fate: Fate;
}

const key = (line: Line) => `${line.job}/${line.line}${line.isCore ? '/core' : ''}`;

/** Credits an invoice, whole or chosen lines, and says beforehand what it gives back. */
export function CreditDialog({
  invoice,
  core,
  onClose,
  onDone,
}: {
  invoice: Schemas['InvoicePageView'];
  /** Job and line whose core came later: that is chosen, then. */
  core: string | null;
  onClose: () => void;
  onDone: () => void;
}) {
  const [reason, setReason] = useState(core ? 'Core returned' : '');
  const [what, setWhat] = useState<'all' | 'lines'>(core ? 'lines' : 'all');
  const [picks, setPicks] = useState<Record<string, Pick>>(core ? { [`${core}/core`]: { quantity: '', fate: 'stays' } } : {});
  const [openAgain, setOpenAgain] = useState(false);
  const [keep, setKeep] = useState(false);
  const [problem, setProblem] = useState<{ text: string; ofReason: boolean } | null>(null);
  const [busy, setBusy] = useState(false);
  const refresh = useRefresh();
  const say = useSay();
  const creditable = withCores(invoice.creditable);
  const lines =
    what === 'all'
      ? null
      : creditable
          .filter((line) => picks[key(line)])
          .map((line) => {
            const pick = picks[key(line)]!;
            return {
              job: line.job,
              line: line.line,
              quantity: pick.quantity,
              toStock: pick.fate === 'stock',
              toSupplier: pick.fate === 'supplier',
              isCore: line.isCore,
            };
          });
  const body = { reason, lines, keepAsDeposit: keep, openAgain: what === 'all' && openAgain };
  const asked = useDebouncedValue(JSON.stringify(lines), 250);
  const chosen = lines === null || lines.length > 0;
  const preview = useQuery({
    queryKey: ['credit-preview', invoice.id, asked],
    queryFn: () => unwrap(api.POST('/api/invoices/{id}/credit-preview', { params: { path: { id: invoice.id } }, body })),
    enabled: chosen,
    retry: false,
    staleTime: 0,
  });
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      const credited = await unwrap(api.POST('/api/invoices/{id}/credit', { params: { path: { id: invoice.id } }, body }));
      for (const id of credited.cardRefunds) await unwrap(api.POST('/api/card-charges/{id}/settle', { params: { path: { id } } }));
      await refresh(['order', invoice.orderId], ['floor'], ['orders'], ['invoice'], ['accounts'], ['parts', 'returns']);
      onDone();
      onClose();
      say.done(
        [
          `Credit memo ${credited.creditNoteNumber} posted.`,
          credited.cashBack > 0 ? `Hand back ${amount(credited.cashBack)}.` : '',
          credited.kept > 0 ? `${amount(credited.kept)} stays as a deposit.` : '',
          credited.returns.length > 0 ? `Return ${credited.returns.join(', ')} written.` : '',
        ]
          .filter(Boolean)
          .join(' '),
      );
    } catch (error) {
      setProblem({ text: sentence(error), ofReason: error instanceof Problem && error.field === 'reason' });
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="credit-title">
      <form onSubmit={(event) => void submit(event)}>
        <DialogTitle id="credit-title">Credit invoice {invoice.number}</DialogTitle>
        <DialogContent className={styles.body}>
          <Labelled label="Reason" value={reason} onText={setReason} problem={problem?.ofReason ? problem.text : undefined} autoFocus />
          <SegmentedControl
            label="What is credited"
            value={what}
            choices={[
              ['all', 'Everything that is left'],
              ['lines', 'Chosen lines'],
            ]}
            onChange={setWhat}
          />
          {what === 'lines' && <Lines lines={creditable} picks={picks} onPicks={setPicks} />}
          {what === 'all' && invoice.credits.length === 0 && (
            <label className="row">
              <input type="checkbox" checked={openAgain} onChange={(event) => setOpenAgain(event.target.checked)} />
              Open the repair order again, to change it and post it anew
            </label>
          )}
          {invoice.paid > 0 && invoice.customerId !== null && (
            <label className="row">
              <input type="checkbox" checked={keep} onChange={(event) => setKeep(event.target.checked)} />
              Keep what was paid as a deposit instead of giving it back
            </label>
          )}
          {chosen && preview.data && (
            <p className="notice" role="status">
              {amount(preview.data.total)} is credited, {amount(preview.data.tax)} tax in it.
              {preview.data.back > 0 && ` ${amount(preview.data.back)} ${keep ? 'stays as a deposit' : 'goes back the way it was paid'}.`}
              {preview.data.leftAfter > 0 && ` ${amount(preview.data.leftAfter)} is still due afterwards.`}
            </p>
          )}
          {problem && !problem.ofReason && (
            <p className="notice stop" role="alert">
              {problem.text}
            </p>
          )}
          {chosen && preview.error && <p className="notice stop">{sentence(preview.error)}</p>}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" color="error" variant="contained" disabled={busy || !chosen || !!preview.error}>
            Post the credit memo
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Each part is followed by its core charge, where one is left. */
function withCores(lines: readonly Schemas['CreditableLine'][]): Line[] {
  return lines.flatMap((line) => {
    const own: Line = { ...line, isCore: false };
    const core: Line = { ...line, isCore: true, description: `Core of ${line.description}`, quantityLeft: line.coresLeft };
    return line.coresLeft > 0 ? [own, core] : [own];
  });
}

function Lines({
  lines,
  picks,
  onPicks,
}: {
  lines: readonly Line[];
  picks: Record<string, Pick>;
  onPicks: (picks: Record<string, Pick>) => void;
}) {
  const set = (line: Line, pick: Pick | null) => {
    const rest = Object.fromEntries(Object.entries(picks).filter(([at]) => at !== key(line)));
    onPicks(pick ? { ...rest, [key(line)]: pick } : rest);
  };
  return (
    <table className="list">
      <thead>
        <tr>
          <th>Line</th>
          <th className="right">Quantity</th>
          <th>The part</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => {
          const pick = picks[key(line)];
          return (
            <tr key={key(line)}>
              <td>
                <label className="row">
                  <input
                    type="checkbox"
                    checked={!!pick}
                    onChange={(event) => set(line, event.target.checked ? { quantity: '', fate: 'stays' } : null)}
                  />
                  <span>
                    {line.description} <span className="soft small">{line.jobTitle}</span>
                  </span>
                </label>
              </td>
              <td className="right">
                {line.quantityLeft === null ? (
                  <span className="soft">whole</span>
                ) : (
                  <input
                    className={styles.quantity}
                    aria-label={`Quantity of ${line.description}`}
                    inputMode="decimal"
                    disabled={!pick}
                    value={pick?.quantity ?? ''}
                    placeholder={`${figure(line.quantityLeft)}${line.unit ? ` ${line.unit}` : ''}`}
                    onChange={(event) => pick && set(line, { ...pick, quantity: event.target.value })}
                  />
                )}
              </td>
              <td>
                {line.kind === 'Part' && !line.isCore && (
                  <select
                    className={styles.fate}
                    aria-label={`What becomes of ${line.description}`}
                    disabled={!pick}
                    value={pick?.fate ?? 'stays'}
                    onChange={(event) => pick && set(line, { ...pick, fate: event.target.value as Fate })}
                  >
                    <option value="stays">not coming back</option>
                    <option value="stock">back to stock</option>
                    <option value="supplier">back to the supplier</option>
                  </select>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
