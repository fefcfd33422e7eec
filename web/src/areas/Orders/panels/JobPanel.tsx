import { useShop } from '../../../lib/shop';
import { Check } from '../../../ui/Check';
import { EditCell } from '../../../ui/EditCell';
import { Empty } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { Field, Part } from '../../../ui/Fields';
import '../../../ui/records.css';
import { useActions, useJobs, useTotals } from '../../../lib/order/useSheet';
import { Panel } from '../../../ui/Panel';
import { PaidBy } from './PaidBy';

/** What a job has besides its lines: its rate, who does it, what the customer reads, what is ticked off, where it came from. */
export function JobPanel({ jobId, onClose }: { jobId: number; onClose: () => void }) {
  const { edits, closed } = useActions();
  const jobs = useJobs();
  const totals = useTotals();
  const shop = useShop();
  const say = useSay();
  const job = jobs.find((j) => j.id === jobId);
  if (!job) {
    return (
      <Panel title="Job" onClose={onClose}>
        <Empty title="This job is no longer on the order">Close this panel to continue.</Empty>
      </Panel>
    );
  }
  const others = jobs.filter((j) => j.id !== job.id);
  const technicians = new Set(job.lines.filter((l) => l.kind === 'Labor').map((l) => l.technicianId));
  const one = technicians.size === 1 ? [...technicians][0] : null;
  const assign = (id: string, whole: boolean) =>
    void edits
      .technician(whole ? null : job.id, id ? Number(id) : null)
      .then(
        (set) =>
          say.done(
            set.lines === 0 ? 'Nothing changed.' : `Technician assigned to ${set.lines} labor ${set.lines === 1 ? 'line' : 'lines'}.`,
          ),
        say.refused,
      );
  const people = shop?.staff.filter((s) => s.role === 'Technician') ?? [];
  return (
    <Panel title={job.title} aside={job.originText} onClose={onClose}>
      <Part title="Labor">
        <Field
          label="Labor rate for this job"
          value={job.laborRate}
          commit={(text) => edits.job(job, 'laborRate', job.laborRate, text)}
          disabled={closed}
          placeholder={`same as the order; ${totals.rateNames.join(', ')} or a number`}
        />
        <Field
          label="Labor rate for this order"
          value={totals.laborRate}
          commit={(text) => edits.header('laborRate', totals.laborRate, text, totals.version)}
          disabled={closed}
          placeholder="customer's rate, or general"
        />
        {[false, true].map((whole) => (
          <div key={String(whole)} className="field-row">
            <span className="soft">{whole ? 'Technician for all jobs' : 'Technician for this job'}</span>
            <select
              aria-label={whole ? 'Technician for all jobs' : 'Technician for this job'}
              value={whole ? '' : (one ?? '')}
              disabled={closed}
              onChange={(event) => assign(event.target.value, whole)}
            >
              <option value="">{whole ? 'choose a technician' : technicians.size > 1 ? 'several' : 'unassigned'}</option>
              {people.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.shortName}
                </option>
              ))}
            </select>
          </div>
        ))}
      </Part>
      <Part title="Approval and payment">
        <PaidBy job={job} />
        <Field
          label="Warranty"
          value={job.warranty}
          commit={(text) => edits.job(job, 'warranty', job.warranty, text)}
          disabled={closed}
          placeholder="none; such as 12 months / 12,000 mi"
        />
        <Field
          label="Credit toward repair"
          value={job.credit}
          commit={(text) => edits.job(job, 'credit', job.credit, text)}
          disabled={closed}
          placeholder="none; 100% or an amount"
        />
        {job.credit && others.length > 0 && (
          <fieldset className="checks one repairs" aria-label="Repairs it credits toward">
            <legend className="soft small">
              Credited when one of these jobs is approved. With none checked, any job added later counts.
            </legend>
            {others.map((other) => (
              <Check
                key={other.id}
                checked={job.creditFor.includes(other.id)}
                disabled={closed}
                onCheck={(on) =>
                  edits.job(
                    job,
                    'creditFor',
                    job.creditFor.join(','),
                    others
                      .filter((o) => (o.id === other.id ? on : job.creditFor.includes(o.id)))
                      .map((o) => o.id)
                      .join(','),
                  )
                }
              >
                {other.title}
              </Check>
            ))}
          </fieldset>
        )}
        <div className="checks one">
          <Check checked={job.isUnsafe} disabled={closed} onCheck={(on) => edits.job(job, 'isUnsafe', String(job.isUnsafe), String(on))}>
            Safety item: customer must acknowledge if they decline it
          </Check>
          <Check
            checked={job.checkWanted}
            disabled={closed}
            onCheck={(on) => edits.job(job, 'checkWanted', String(job.checkWanted), String(on))}
          >
            Quality check by another technician before the vehicle is ready
          </Check>
          <Check
            checked={job.linesOpen}
            disabled={closed || job.fixedPrice !== null}
            onCheck={(on) => edits.job(job, 'linesOpen', String(job.linesOpen), String(on))}
          >
            Customer may decline individual lines
          </Check>
        </div>
      </Part>
      <Part title="Customer description">
        <EditCell
          label="Customer description"
          className="wide-text"
          multiline
          value={job.customerText}
          commit={(text) => edits.job(job, 'customerText', job.customerText, text)}
          disabled={closed}
          placeholder="title only"
        />
      </Part>
      {job.checklist.length > 0 && (
        <Part title="Technician checklist">
          <ul className="checklist">
            {job.checklist.map((point) => (
              <li key={point}>{point}</li>
            ))}
          </ul>
        </Part>
      )}
    </Panel>
  );
}
