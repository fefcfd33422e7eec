import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { Labelled } from '../../ui/Labelled';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { SignBox, type Signature } from '../../ui/SignBox';
import { useActions, useHeader, useJobs, type Job } from '../../lib/order/useSheet';
import { HowSaid } from './HowSaid';
import '../../ui/approval.css';
import styles from './DecisionDialog.module.css';

export type Decision = Schemas['DecisionKind'];

const TITLES: Record<Decision, string> = {
  Approved: 'Approved',
  Deferred: 'Deferred',
  Declined: 'Declined',
  AnotherVisit: 'Approved for next visit',
  Proposed: 'Clear the answer',
};

/** Records what the customer decided: who, how, when it is put off to. The time and who asked are kept by themselves. */
export default function DecisionDialog({ job, kind: first, onClose }: { job: Job; kind: Decision; onClose: () => void }) {
  const { orderId, edits } = useActions();
  const { customer } = useHeader();
  const jobs = useJobs();
  const [kind, setKind] = useState<Decision>(first === 'Proposed' ? (job.decision === 'Approved' ? 'Declined' : 'Approved') : first);
  const [decidedBy, setDecidedBy] = useState(customer?.name ?? '');
  const [channel, setChannel] = useState<Schemas['AnswerChannel']>('Phone');
  const [note, setNote] = useState('');
  const [until, setUntil] = useState('');
  const [at, setAt] = useState('');
  const [all, setAll] = useState(false);
  const [acknowledged, setAcknowledged] = useState(false);
  const texts = useQuery({
    queryKey: ['order', orderId, 'talk-through'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/talk-through', { signal, params: { path: { id: orderId } } })),
  }).data;
  const [linesOut, setLinesOut] = useState<readonly number[]>([]);
  const agreed = kind === 'Approved' || kind === 'AnotherVisit';
  const openLines = (agreed && texts?.estimate.jobs.find((j) => j.id === job.id)?.lines.filter((line) => line.isOpen && !line.out)) || [];
  const without = useQuery({
    queryKey: ['order', orderId, 'talk-through', texts?.version, job.id, linesOut],
    queryFn: () =>
      unwrap(
        api.POST('/api/orders/{id}/talk-through/choice', {
          params: { path: { id: orderId } },
          body: { jobIds: [job.id], linesOut: [...linesOut] },
        }),
      ),
    enabled: linesOut.length > 0,
    placeholderData: (before) => before,
  }).data;
  // What an open job adds without some of its lines is told; one that was answered before has only its whole to go by.
  const waits = texts?.openJobs.includes(job.id) ?? false;
  const adds = linesOut.length === 0 || !waits ? job.addsToTotal : without?.adds.find((a) => a.jobId === job.id)?.amount;
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const sending = useRef(false);
  const signature = useRef<Signature>(null);
  const others = jobs.filter((j) => j.isUndecided && j.id !== job.id);
  const problemOf = (field: string) => (problem?.field === field ? problem.text : undefined);
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    if (sending.current) return;
    sending.current = true;
    try {
      await edits.decide({
        jobIds: all ? [job.id, ...others.map((j) => j.id)] : [job.id],
        kind,
        decidedBy,
        channel,
        note,
        deferUntil: until,
        deferAtReading: at,
        linesOut: agreed ? [...linesOut] : null,
        acknowledged,
        signaturePng: signature.current?.png() || null,
      });
      onClose();
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    } finally {
      sending.current = false;
    }
  };
  const choices: [Decision, string][] = [
    ['Approved', 'Approved'],
    ['Deferred', 'Deferred'],
    ['AnotherVisit', 'Next visit'],
    ['Declined', 'Declined'],
    ...(job.decision !== 'Proposed' ? ([['Proposed', 'Cleared']] as [Decision, string][]) : []),
  ];
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="decision-title">
      <form onSubmit={(event) => void submit(event)}>
        <DialogTitle id="decision-title">
          {TITLES[kind]}: {job.title}
        </DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          <div className="answer-kinds">
            <SegmentedControl label="Answer" value={kind} choices={choices} onChange={setKind} />
            <span className="soft">
              {linesOut.length > 0 && !waits ? 'adds less than' : 'adds'} <b>{adds === undefined ? '…' : amount(adds)}</b> with supplies and
              tax
            </span>
          </div>
          {openLines.length > 1 && (
            <fieldset className="checks one" aria-label="Lines approved">
              {openLines.map((line) => (
                <label key={line.id} className="row">
                  <input
                    type="checkbox"
                    checked={!linesOut.includes(line.id)}
                    onChange={(event) => setLinesOut(event.target.checked ? linesOut.filter((l) => l !== line.id) : [...linesOut, line.id])}
                  />
                  <span className="grow">{line.description}</span>
                  {line.amount !== null && <span className="soft">{amount(line.amount)}</span>}
                </label>
              ))}
            </fieldset>
          )}
          <Labelled
            label="Answered by"
            value={decidedBy}
            onText={setDecidedBy}
            problem={problemOf('decidedBy')}
            autoFocus
            onFocus={(event) => event.target.select()}
          />
          <div>
            <span className={`soft small ${styles.how}`}>How they answered</span>
            <HowSaid value={channel} onChange={setChannel} />
          </div>
          {kind === 'Deferred' && (
            <div className="pair">
              <Labelled
                label="Until date"
                value={until}
                onText={setUntil}
                placeholder="2/14, friday, in 3 months"
                problem={problemOf('deferUntil')}
              />
              <Labelled
                label="or odometer"
                value={at}
                onText={setAt}
                placeholder="92,000"
                problem={problemOf('deferAtReading')}
                inputMode="numeric"
              />
            </div>
          )}
          {kind === 'AnotherVisit' && (
            <p className="soft">
              The job moves to this vehicle's next repair order with its prices and parts. It is not approved on this one.
            </p>
          )}
          {kind === 'Declined' && job.isUnsafe && texts && (
            <label className="row">
              <input type="checkbox" checked={acknowledged} onChange={(event) => setAcknowledged(event.target.checked)} />
              <span>Read to the customer, who acknowledged: {texts.estimate.unsafeTerms}</span>
            </label>
          )}
          <Labelled label="Note" value={note} onText={setNote} list="reasons" problem={problemOf('note')} />
          <datalist id="reasons">
            {texts?.declineReasons.map((reason) => (
              <option key={reason} value={reason} />
            ))}
          </datalist>
          {channel === 'InPerson' && kind !== 'Proposed' && <SignBox ref={signature} />}
          {others.length > 0 && (
            <label className="row">
              <input type="checkbox" checked={all} onChange={(event) => setAll(event.target.checked)} />
              The same answer for {others.length === 1 ? `"${others[0]!.title}"` : `the ${others.length} other unanswered jobs`}
            </label>
          )}
          {problem && !['decidedBy', 'deferUntil', 'deferAtReading', 'note'].includes(problem.field ?? '') && (
            <div className="notice stop" role="alert">
              {problem.text}
            </div>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Record answer
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
