import type { Schemas } from '../../../lib/api';
import { amount, figure, typedQuantity, unitAmount } from '../../../lib/format';
import { useMay, useRefresh, useShop } from '../../../lib/shop';
import { PhraseCell } from '../sheet/PhraseCell';
import { Empty } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { FilesPart } from '../../Documents/FilesPart';
import '../../../ui/records.css';
import { release } from '../../Approval/release';
import { Field, Part } from '../../../ui/Fields';
import { useActions, useHeader, useJobs, useTotals } from '../../../lib/order/useSheet';
import { Panel } from '../../../ui/Panel';

/** Notes on a line, with photos; where it came from; what stands behind its price. */
export function LinePanel({ lineId, onClose }: { lineId: number; onClose: () => void }) {
  const { orderId, edits, closed, names } = useActions();
  const { counterSale } = useHeader();
  const { rateNames } = useTotals();
  const jobs = useJobs();
  const shop = useShop();
  const say = useSay();
  const refresh = useRefresh();
  const mayWrite = useMay('WriteToCustomers');
  const line = jobs.flatMap((job) => job.lines).find((l) => l.id === lineId);
  if (!line) {
    return (
      <Panel title="Line" onClose={onClose}>
        <Empty title="This line is no longer on the order">Close this panel to continue.</Empty>
      </Panel>
    );
  }
  const set = (field: string, before: string) => (value: string) => edits.line(line, field, before, value);
  const from = [
    ORIGINS[line.origin],
    line.brand,
    line.guideHours !== null ? `guide ${figure(line.guideHours)} h` : '',
    line.reducedTo !== null ? `${figure(line.reducedTo)} h here, ${line.reducedBy}` : '',
    line.genericQuantity !== null ? `quantity from specs, was ${figure(line.genericQuantity)}` : '',
  ].filter(Boolean);
  return (
    <Panel title={line.description} onClose={onClose}>
      <Part title="Notes">
        <label className="soft small" htmlFor="note-customer">
          Customer note (prints on estimate and invoice)
        </label>
        <PhraseCell
          id="note-customer"
          use="Note"
          label="Customer note"
          value={line.noteForCustomer}
          commit={set('noteForCustomer', line.noteForCustomer)}
          disabled={closed}
          placeholder="none"
        />
        {line.noteForCustomer !== '' && line.noteRelease !== 'Shown' && (
          <p className="soft small">
            {line.noteRelease === 'KeptInside' ? 'Internal only.' : 'Not on the estimate until someone reviews it.'}{' '}
            {mayWrite && (
              <button
                className="linkish"
                onClick={() =>
                  release(orderId, { kind: 'Note', id: line.id, show: true, words: '' }).then(
                    () => refresh(['order', orderId]),
                    say.refused,
                  )
                }
              >
                Show to customer
              </button>
            )}
          </p>
        )}
        <label className="soft small" htmlFor="note-inside">
          Internal note
        </label>
        <PhraseCell
          id="note-inside"
          use="Note"
          label="Internal note"
          value={line.noteInside}
          commit={set('noteInside', line.noteInside)}
          disabled={closed}
          placeholder="none"
        />
      </Part>
      {(line.kind === 'Labor' || line.kind === 'Sublet') && (
        <Part title="Amount">
          <Field
            label={line.kind === 'Labor' ? 'Flat amount' : 'Selling price'}
            value={line.price === null ? '' : unitAmount(line.price)}
            commit={set('price', line.price === null ? '' : unitAmount(line.price))}
            disabled={closed}
            placeholder={line.kind === 'Labor' ? 'hours times rate' : 'at cost'}
          />
        </Part>
      )}
      {line.kind === 'Labor' && (
        <Part title="Labor">
          <div className="field-row">
            <span className="soft">Technician</span>
            <select
              aria-label="Technician"
              value={line.technicianId ?? ''}
              disabled={closed}
              onChange={(event) => void set('technicianId', String(line.technicianId ?? ''))(event.target.value).catch(say.refused)}
            >
              <option value="">unassigned</option>
              {shop?.staff
                .filter((s) => s.role === 'Technician')
                .map((s) => (
                  <option key={s.id} value={s.id}>
                    {names.get(s.id)}
                  </option>
                ))}
            </select>
          </div>
          <Field
            label="Labor rate"
            value={line.laborRate}
            commit={set('laborRate', line.laborRate)}
            disabled={closed}
            placeholder={`same as the job; ${rateNames.join(', ')} or a number`}
          />
        </Part>
      )}
      {line.coreEach > 0 && !counterSale && (
        <Part title="Core charge">
          <Field
            label={`Cores returned, of ${typedQuantity(line.quantity ?? 0)}`}
            value={typedQuantity(line.coresReturned)}
            commit={set('coresReturned', typedQuantity(line.coresReturned))}
            disabled={closed}
            placeholder="0"
          />
          <p className="soft small">
            {line.coresReturned < (line.quantity ?? 0)
              ? `Each old part that is kept is charged at ${amount(line.coreEach)}.`
              : `The old part of work done here goes back, so nothing is charged. Type 0 if it is kept: ${amount(line.coreEach)} each.`}
          </p>
        </Part>
      )}
      {line.overridden && (
        <Part title="Manual price">
          <p className="soft small">
            {line.policyPrice === null ? '' : `Pricing rules give ${unitAmount(line.policyPrice)}. `}
            {line.overrideBy && `Set by ${line.overrideBy}.`}
          </p>
          <div className="field-row">
            <label className="soft" htmlFor="override-reason">
              Reason
            </label>
            <PhraseCell
              id="override-reason"
              use="PriceReason"
              label="Reason"
              value={line.overrideReason}
              commit={set('overrideReason', line.overrideReason)}
              disabled={closed}
              placeholder="no reason given"
            />
          </div>
        </Part>
      )}
      <FilesPart kind="Line" id={line.id} disabled={closed} />
      {from.length > 0 && <p className="soft small">{from.join(' · ')}</p>}
    </Panel>
  );
}

/** Where lines come from, as it is told. */
const ORIGINS: Record<Schemas['LineOrigin'], string> = {
  Typed: '',
  Guide: 'from the labor guide',
  Stock: 'from stock',
  Supplier: 'from a supplier',
  Fact: 'from specs',
  Fee: 'from the fee list',
  Canned: 'from the canned job',
  Earlier: 'copied from service history',
  Pasted: 'pasted',
  Service: 'from the maintenance schedule',
};
