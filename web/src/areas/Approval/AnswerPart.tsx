import Button from '@mui/material/Button';
import { useRef, useState, type SubmitEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { SignBox, type Signature } from '../../ui/SignBox';
import { useSay } from '../../ui/Toasts';
import { HowSaid } from './HowSaid';
import type { Talk, TalkView } from './useTalkThrough';

type Kind = Schemas['DecisionKind'];
/** What is said about a job that is out. */
const REST: [Kind, string][] = [
  ['Proposed', 'no answer yet'],
  ['Deferred', 'deferred'],
  ['AnotherVisit', 'approved for next visit'],
  ['Declined', 'declined'],
];

/** The record of the answer: what is in is approved, for the rest it is said what becomes of it. */
export function AnswerPart({ id, talk, view }: { id: number; talk: Talk; view: TalkView }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const say = useSay();
  const [decidedBy, setDecidedBy] = useState(view.estimate.document.customerName);
  const [channel, setChannel] = useState<Schemas['AnswerChannel']>('Phone');
  const [note, setNote] = useState('');
  const [rest, setRest] = useState<Record<number, Kind>>({});
  const [until, setUntil] = useState<Record<number, string>>({});
  const [known, setKnown] = useState<ReadonlySet<number>>(new Set());
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const sending = useRef(false);
  const signature = useRef<Signature>(null);
  const inside = talk.open.filter((job) => !talk.out.has(job.id));
  const outside = talk.open.filter((job) => talk.out.has(job.id));
  const kindOf = (job: number): Kind => rest[job] ?? 'Proposed';
  const decided = outside.filter((job) => kindOf(job.id) !== 'Proposed');
  const problemOf = (field: string) => (problem?.field === field ? problem.text : undefined);
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    if (sending.current) return;
    sending.current = true;
    try {
      const none = { linesOut: [], deferUntil: null, deferAtReading: null, acknowledged: false };
      await unwrap(
        api.POST('/api/orders/{id}/decisions/several', {
          params: { path: { id } },
          body: {
            decidedBy,
            channel,
            note,
            signaturePng: signature.current?.png() || null,
            jobs: [
              ...inside.map((job) => ({
                ...none,
                jobId: job.id,
                kind: 'Approved' as const,
                linesOut: talk.lines.filter((line) => job.lines.some((l) => l.id === line)),
              })),
              ...decided.map((job) => ({
                ...none,
                jobId: job.id,
                kind: kindOf(job.id),
                deferUntil: until[job.id] ?? '',
                acknowledged: known.has(job.id),
              })),
            ],
          },
        }),
      );
      await refresh(['order', id], ['floor']);
      say.done('Answer recorded.');
      await navigate(`/orders/${id}`);
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    } finally {
      sending.current = false;
    }
  };
  return (
    <form className="talk-answer" aria-label="Record of the answer" onSubmit={(event) => void submit(event)}>
      <h2>Customer's answer</h2>
      <p>
        {inside.length > 0 ? (
          <>
            Yes to <b>{inside.map((job) => job.title).join(', ')}</b>
          </>
        ) : (
          'No jobs included.'
        )}
      </p>
      {outside.map((job) => (
        <div key={job.id} className="talk-rest">
          <label>
            <span className="clip">{job.title}</span>
            <select
              aria-label={`${job.title}: answer`}
              value={kindOf(job.id)}
              onChange={(event) => setRest({ ...rest, [job.id]: event.target.value as Kind })}
            >
              {REST.map(([kind, words]) => (
                <option key={kind} value={kind}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {kindOf(job.id) === 'Deferred' && (
            <Labelled
              label="Until"
              value={until[job.id] ?? ''}
              onText={(text) => setUntil({ ...until, [job.id]: text })}
              placeholder="2/14, friday, in 3 months"
              problem={problemOf(`job:${job.id}:deferUntil`)}
            />
          )}
          {kindOf(job.id) === 'Declined' && job.isUnsafe && (
            <label className="row small">
              <input
                type="checkbox"
                checked={known.has(job.id)}
                onChange={(event) => setKnown(new Set(event.target.checked ? [...known, job.id] : [...known].filter((k) => k !== job.id)))}
              />
              Read to the customer, who acknowledged: {view.estimate.unsafeTerms}
            </label>
          )}
        </div>
      ))}
      <Labelled label="Answered by" value={decidedBy} onText={setDecidedBy} problem={problemOf('decidedBy')} />
      <HowSaid value={channel} onChange={setChannel} />
      {channel === 'InPerson' && <SignBox ref={signature} />}
      <Labelled label="Note" value={note} onText={setNote} list="decline-reasons" problem={problemOf('note')} />
      <datalist id="decline-reasons">
        {view.declineReasons.map((reason) => (
          <option key={reason} value={reason} />
        ))}
      </datalist>
      {problem && !['decidedBy', 'note'].includes(problem.field ?? '') && !problem.field?.endsWith(':deferUntil') && (
        <div className="notice stop" role="alert">
          {problem.text}
        </div>
      )}
      <Button type="submit" variant="contained" size="large" disabled={inside.length + decided.length === 0 || !talk.settled}>
        Record answer
      </Button>
    </form>
  );
}
