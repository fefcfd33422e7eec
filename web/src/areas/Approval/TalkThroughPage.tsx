import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { amount, moment, money } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay, useNow } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { AnswerPart } from './AnswerPart';
import { digitOf, nextNine } from './digitShortcuts';
import { useTalkThrough } from './useTalkThrough';
import '../../ui/approval.css';
import styles from './TalkThroughPage.module.css';

/** The order set large, in the customer's words, for reading out on the phone: switch jobs, watch the total, record the answer. */
export default function TalkThroughPage() {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const mayDecide = useMay('RecordDecisions');
  const talk = useTalkThrough(id);
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  const { view, open, out, figures } = talk;
  // The number keys go to the jobs, or to the lines of one of them.
  const [byLine, setByLine] = useState<number | null>(null);
  const openByLine = open.filter((job) => !out.has(job.id) && job.lines.some((line) => line.isOpen && !line.out));
  const inLines = openByLine.find((job) => job.id === byLine);
  const switchable = inLines?.lines.filter((line) => line.isOpen && !line.out) ?? [];
  // Nine at a time have the digits.
  const [nine, setNine] = useState(0);
  const count = inLines ? switchable.length : open.length;
  const from = nine < count ? nine : 0;
  const now = useNow();
  const numberLines = (job: number | null) => {
    setByLine(job);
    setNine(0);
  };
  const digit = (index: number, lines: boolean) => (lines === (inLines !== undefined) ? digitOf(index, from) : '');
  const nextByLine = () => {
    const next = openByLine[inLines ? openByLine.indexOf(inLines) + 1 : 0];
    numberLines(next?.id ?? null);
    if (next) setOpened(new Set([...opened, next.id]));
  };
  useKeys('Talk-through', [
    ...(inLines
      ? switchable.slice(from, from + 9).map((line, i) => ({
          key: String(i + 1),
          label: `${talk.linesOut.has(line.id) ? 'Include' : 'Leave out'}: ${line.description}`,
          run: () => talk.switchLine(line.id),
        }))
      : open.slice(from, from + 9).map((job, i) => ({
          key: String(i + 1),
          label: `${out.has(job.id) ? 'Include' : 'Leave out'}: ${job.title}`,
          run: () => talk.switchJob(job.id),
        }))),
    ...(count > 9 ? [{ key: '0', label: 'Number keys: next nine jobs', run: () => setNine(nextNine(from, count)) }] : []),
    ...(openByLine.length > 0 ? [{ key: 'L', label: 'Number keys: lines of the next job that can be split', run: nextByLine }] : []),
    {
      key: 'Esc',
      label: inLines ? 'Number keys: back to jobs' : 'Back to the order',
      run: () => (inLines ? numberLines(null) : void navigate(`/orders/${id}`)),
    },
  ]);
  if (view.error && !view.data) return <Failed error={view.error} again={() => void view.refetch()} />;
  if (!view.data) return <Loading what="the order" />;
  const { estimate } = view.data;
  const document = estimate.document;
  // Causes stand with what the customer said, notes with their lines.
  const found = view.data.found.filter((item) => item.kind === 'Finding' || item.kind === 'Photo');
  const decided = estimate.jobs.filter((job) => job.decision === 'Approved');
  return (
    <div className="talk">
      <header className="talk-head">
        {document.plate && <Plate text={document.plate} large />}
        <h1 className="clip">{document.vehicle || 'No vehicle'}</h1>
        <span className="clip talk-who">
          <b>{document.customerName}</b> <span className="soft">{view.data.phone}</span>
        </span>
        <span className="grow" />
        <Link to={`/orders/${id}`}>Back to the order</Link>
        <span className="key">Esc</span>
      </header>
      <div className="talk-body">
        <main className="talk-jobs" aria-label="Jobs to review">
          {document.concerns.map((concern) => (
            <p key={concern.complaint} className="talk-says">
              “{concern.complaint}”{concern.cause && <span className="soft"> Cause: {concern.cause}</span>}
            </p>
          ))}
          {open.length === 0 && (
            <Empty title="Every job has been answered">
              <Link to={`/orders/${id}`}>Back to the order</Link>
            </Empty>
          )}
          {open.map((job, i) => {
            const isOut = out.has(job.id);
            const adds = figures?.adds.find((a) => a.jobId === job.id)?.amount;
            return (
              <section key={job.id} className={`talk-job ${isOut ? 'out' : ''}`} aria-label={job.title}>
                <button
                  className="talk-switch"
                  role="switch"
                  aria-checked={!isOut}
                  aria-label={digit(i, false) ? `${job.title}, key ${digit(i, false)}` : job.title}
                  onClick={() => talk.switchJob(job.id)}
                >
                  {digit(i, false) && <span className="key">{digit(i, false)}</span>}
                  <span>{isOut ? 'left out' : 'included'}</span>
                </button>
                <div className={`grow ${styles.job}`}>
                  <h2>{job.title}</h2>
                  {job.text && <p>{job.text}</p>}
                  {job.isUnsafe && <p className="stop strong">Safety item.</p>}
                  {job.credit && <p className="soft">{job.credit}</p>}
                  <button
                    className="linkish"
                    aria-expanded={opened.has(job.id)}
                    onClick={() => setOpened(new Set(opened.has(job.id) ? [...opened].filter((o) => o !== job.id) : [...opened, job.id]))}
                  >
                    {job.linesOpen ? "What's included, line by line" : "What's included"}
                  </button>
                  {job.linesOpen && !isOut && <span className="key">L</span>}
                  {opened.has(job.id) && (
                    <ul className="talk-lines">
                      {job.lines
                        .filter((line) => !line.out)
                        .map((line) => (
                          <li key={line.id} className={talk.linesOut.has(line.id) ? 'out' : ''}>
                            {line.isOpen && !isOut ? (
                              <label className="row grow">
                                <input type="checkbox" checked={!talk.linesOut.has(line.id)} onChange={() => talk.switchLine(line.id)} />
                                {inLines === job && digit(switchable.indexOf(line), true) && (
                                  <span className="key">{digit(switchable.indexOf(line), true)}</span>
                                )}
                                {line.description}
                              </label>
                            ) : (
                              <span className="grow">{line.description}</span>
                            )}
                            <span className="soft nowrap">{line.quantity}</span>
                            <span className="right nowrap">{line.amount === null ? '' : amount(line.amount)}</span>
                          </li>
                        ))}
                    </ul>
                  )}
                </div>
                <div className="talk-adds">
                  <b>{adds === undefined ? '…' : amount(adds)}</b>
                  <span className="soft small">{isOut ? 'would add' : 'with tax and supplies'}</span>
                </div>
              </section>
            );
          })}
          {count > 9 && (
            <p className="soft">
              <span className="key">0</span> Press 0 for the next nine.
            </p>
          )}
          {decided.length > 0 && (
            <p className="soft">Already approved: {decided.map((job) => `${job.title}, ${amount(job.amount)}`).join(' · ')}</p>
          )}
          {found.length > 0 && (
            <section aria-label="Findings">
              <h3>Findings</h3>
              <div className="talk-findings">
                {found.map((item) => (
                  <figure key={`${item.kind}:${item.id}`}>
                    {item.photoHash && (
                      <a href={`/api/photos/${item.photoHash}`} target="_blank" rel="noreferrer">
                        <img src={`/api/photos/${item.photoHash}`} alt={item.words || item.where} />
                      </a>
                    )}
                    <figcaption>
                      {item.rating && <span className={`rating ${item.rating}`}>{item.rating}</span>} {item.words || item.where}{' '}
                      <b>{item.measured}</b>
                      {item.release !== 'Shown' && <span className="soft small"> · not shown to customer</span>}
                    </figcaption>
                  </figure>
                ))}
              </div>
            </section>
          )}
        </main>
        {mayDecide && open.length > 0 && <AnswerPart id={id} talk={talk} view={view.data} />}
      </div>
      <footer className="talk-total" aria-live="polite" aria-label="Total of included jobs">
        <span>
          Total with tax{decided.length > 0 ? ', including approved work' : ''}
          {view.data.agreed !== null && <span className="soft"> · approved so far {amount(view.data.agreed)}</span>}
        </span>
        <span className="grow" />
        {talk.ready?.promisedAt && (
          <span title={talk.ready.why}>
            ready <b className={styles.ready}>{moment(talk.ready.promisedAt, now)}</b>
          </span>
        )}
        {figures && figures.customerPays !== figures.total && (
          <span>
            customer pays <b className={styles.ready}>{amount(figures.customerPays)}</b>
          </span>
        )}
        {figures && <span className="soft">tax {amount(figures.tax)}</span>}
        <b>{figures ? money(figures.total, document.currency) : '…'}</b>
      </footer>
    </div>
  );
}
