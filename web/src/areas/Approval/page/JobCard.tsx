/** @jsxImportSource preact */
import { Photo } from './Photo';
import type { ShownJob, Term, View } from './talk';

type Said = 'Approved' | 'Declined' | 'Deferred';
const ANSWERS: [Said, string][] = [
  ['Approved', 'Yes'],
  ['Deferred', 'Later'],
  ['Declined', 'No'],
];

interface Props {
  token: string;
  job: ShownJob;
  money: (amount: number) => string;
  /** What it adds to what is chosen, tax included; not there while the server is asked. */
  adds: number | undefined;
  said: Said | undefined;
  deferrals: View['deferrals'];
  later: Term | undefined;
  linesOut: number[];
  known: boolean;
  unsafeTerms: string;
  problem: string;
  onSay: (said: Said) => void;
  onLater: (later: Term) => void;
  onLine: (line: number, out: boolean) => void;
  onKnown: (known: boolean) => void;
}

/** One job in plain words with its price, and the answer to it. */
export function JobCard({
  token,
  job,
  money,
  adds,
  said,
  deferrals,
  later,
  linesOut,
  known,
  unsafeTerms,
  problem,
  onSay,
  onLater,
  onLine,
  onKnown,
}: Props) {
  const name = `job-${job.id}`;
  return (
    <section class="job" aria-labelledby={`${name}-title`}>
      <div class="row">
        <h3 id={`${name}-title`}>{job.title}</h3>
        <b>{job.payer ? '' : adds === undefined ? money(job.amount) : money(adds)}</b>
      </div>
      <p class="soft small">
        {job.payer ? `Paid by ${job.payer}` : 'with tax and supplies'}
        {job.isUnsafe ? '' : '.'}
        {job.isUnsafe && <b class="stop">{' · Safety item: should not wait'}</b>}
      </p>
      {job.text && <p>{job.text}</p>}
      {job.credit && <p class="soft">{job.credit}</p>}
      <details>
        <summary>What's included</summary>
        {job.lines
          .filter((line) => !line.out)
          .map((line) => (
            <div class="row line" key={line.id}>
              {line.isOpen && said !== 'Declined' ? (
                <label>
                  <input
                    type="checkbox"
                    checked={!linesOut.includes(line.id)}
                    onChange={(event) => onLine(line.id, !event.currentTarget.checked)}
                  />{' '}
                  {line.description}
                </label>
              ) : (
                <span>{line.description}</span>
              )}
              <span class="soft nowrap">{line.amount === null ? line.quantity : money(line.amount)}</span>
              {line.note && <p class="soft small note">{line.note}</p>}
              {line.photos && line.photos.length > 0 && (
                <div class="photos">
                  {line.photos.map((hash) => (
                    <Photo key={hash} token={token} hash={hash} what={line.description} />
                  ))}
                </div>
              )}
            </div>
          ))}
      </details>
      <div class="answer" role="radiogroup" aria-label={`Your answer: ${job.title}`}>
        {ANSWERS.map(([value, words]) => (
          <label key={value} class={said === value ? `on ${value}` : ''}>
            <input type="radio" name={name} checked={said === value} onChange={() => onSay(value)} />
            {words}
          </label>
        ))}
      </div>
      {said === 'Deferred' && (
        <label class="then">
          Ask me again{' '}
          <select
            value={later ?? deferrals.find((choice) => choice.isUsual)?.term}
            onChange={(event) => onLater(event.currentTarget.value as Term)}
          >
            {deferrals.map(({ term, words }) => (
              <option key={term} value={term}>
                {words}
              </option>
            ))}
          </select>
        </label>
      )}
      {said === 'Declined' && job.isUnsafe && (
        <label class="then known">
          <input type="checkbox" checked={known} onChange={(event) => onKnown(event.currentTarget.checked)} /> {unsafeTerms}
        </label>
      )}
      {problem && (
        <p class="stop" role="alert">
          {problem}
        </p>
      )}
    </section>
  );
}
