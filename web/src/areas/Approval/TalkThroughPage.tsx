import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { amount, money } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Empty, Failed, Loading } from '../../ui/States';
import { AnswerPart } from './AnswerPart';
import { useTalkThrough } from './useTalkThrough';
import './approval.css';

/** The order set large, in the customer's words, for reading out on the phone: switch jobs, watch the total, record the answer. */
export default function TalkThroughPage() {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const mayDecide = useMay('RecordDecisions');
  const talk = useTalkThrough(id);
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  const { view, open, out, figures } = talk;
  useKeys('Talk-through', [
    ...open.slice(0, 9).map((job, i) => ({
      key: String(i + 1),
      label: `${out.has(job.id) ? 'In' : 'Out'}: ${job.title}`,
      run: () => talk.switchJob(job.id),
    })),
    { key: 'Escape', label: 'Back to the order', run: () => void navigate(`/orders/${id}`) },
  ]);
  if (view.error && !view.data) return <Failed error={view.error} again={() => void view.refetch()} />;
  if (!view.data) return <Loading what="the order" />;
  const { estimate } = view.data;
  const document = estimate.document;
  const decided = estimate.jobs.filter((job) => job.decision === 'Approved');
  return (
    <div className="talk">
      <header className="talk-head">
        {document.plate && <Plate text={document.plate} large />}
        <h1 className="clip">{document.vehicle || 'Sale over the counter'}</h1>
        <span className="clip talk-who">
          <b>{document.customerName}</b> <span className="soft">{document.customerAddress.split('\n').at(-1)}</span>
        </span>
        <span className="grow" />
        <Link to={`/orders/${id}`}>Back to the order</Link>
        <span className="key">Esc</span>
      </header>
      <div className="talk-body">
        <main className="talk-jobs" aria-label="Jobs to talk about">
          {document.concerns.map((concern) => (
            <p key={concern.says} className="talk-says">
              “{concern.says}”{concern.found && <span className="soft"> We found: {concern.found}.</span>}
            </p>
          ))}
          {open.length === 0 && (
            <Empty title="Every job has its answer">
              <Link to={`/orders/${id}`}>Back to the order</Link>
            </Empty>
          )}
          {open.map((job, i) => {
            const isOut = out.has(job.id);
            return (
              <section key={job.id} className={`talk-job ${isOut ? 'out' : ''}`} aria-label={job.title}>
                <button
                  className="talk-switch"
                  role="switch"
                  aria-checked={!isOut}
                  aria-label={`${job.title}, key ${i + 1}`}
                  onClick={() => talk.switchJob(job.id)}
                >
                  <span className="key">{i < 9 ? i + 1 : ''}</span>
                  <span>{isOut ? 'out' : 'in'}</span>
                </button>
                <div className="grow" style={{ minWidth: 0 }}>
                  <h2>{job.title}</h2>
                  {job.text && <p>{job.text}</p>}
                  {job.isUnsafe && <p className="stop strong">Not safe to leave undone.</p>}
                  {job.credit && <p className="soft">{job.credit}</p>}
                  {job.payer && <p className="soft">Paid by {job.payer}.</p>}
                  <button
                    className="linkish"
                    aria-expanded={opened.has(job.id)}
                    onClick={() => setOpened(new Set(opened.has(job.id) ? [...opened].filter((o) => o !== job.id) : [...opened, job.id]))}
                  >
                    {job.linesOpen ? 'What is in it, line by line' : 'What is in it'}
                  </button>
                  {opened.has(job.id) && (
                    <ul className="talk-lines">
                      {job.lines
                        .filter((line) => !line.out)
                        .map((line) => (
                          <li key={line.id} className={talk.linesOut.has(line.id) ? 'out' : ''}>
                            {line.isOpen && !isOut ? (
                              <label className="row grow">
                                <input type="checkbox" checked={!talk.linesOut.has(line.id)} onChange={() => talk.switchLine(line.id)} />
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
                  <b>{figures ? amount(figures.adds[i] ?? 0) : '…'}</b>
                  <span className="soft small">{isOut ? 'would add' : 'with tax and supplies'}</span>
                </div>
              </section>
            );
          })}
          {decided.length > 0 && <p className="soft">Agreed already: {decided.map((job) => `${job.title}, ${amount(job.amount)}`).join(' · ')}</p>}
          {estimate.findings.length > 0 && (
            <section aria-label="Found">
              <h3>Found</h3>
              <div className="talk-findings">
                {estimate.findings.map((finding) => (
                  <figure key={finding.id}>
                    {finding.photoHash && (
                      <a href={`/api/photos/${finding.photoHash}`} target="_blank" rel="noreferrer">
                        <img src={`/api/photos/${finding.photoHash}`} alt={finding.text} />
                      </a>
                    )}
                    <figcaption>
                      <span className={`rating ${finding.rating}`}>{finding.rating}</span> {finding.text} <b>{finding.measured}</b>
                    </figcaption>
                  </figure>
                ))}
              </div>
            </section>
          )}
        </main>
        {mayDecide && open.length > 0 && <AnswerPart id={id} talk={talk} view={view.data} />}
      </div>
      <footer className="talk-total" aria-live="polite" aria-label="Total of what is in">
        <span>
          Total with tax{decided.length > 0 ? ', what is agreed to included' : ''}
          {view.data.agreed !== null && <span className="soft"> · agreed so far {amount(view.data.agreed)}</span>}
        </span>
        <span className="grow" />
        {figures && <span className="soft">tax {amount(figures.tax)}</span>}
        <b>{figures ? money(figures.total, document.currency) : '…'}</b>
      </footer>
    </div>
  );
}
