/** @jsxImportSource preact */
import { useEffect, useMemo, useState } from 'preact/hooks';
import { Ask } from './Ask';
import { Found } from './Found';
import { Call, Head, Trouble } from './Head';
import { JobCard } from './JobCard';
import { Sign } from './Sign';
import { dropDraft, keepDraft, readDraft, Refused, talk, type Choice, type Draft, type View, moneyIn } from './talk';

const WORDS: Record<string, string> = { Approved: 'yes', Declined: 'no', Deferred: 'later' };

/** A page that stays open this long in sight was opened by a person. */
const SEEN_AFTER = 1200;

/** Taps that follow each other quickly are one choice. */
const READY_AFTER = 400;

const readyWords = (wall: string) =>
  new Date(`${wall.slice(0, 16)}Z`).toLocaleString('en-US', {
    timeZone: 'UTC',
    weekday: 'short',
    month: 'short',
    day: 'numeric',
    hour: 'numeric',
    minute: '2-digit',
  });

/** The estimate behind a link: what was found, what each job costs, yes, no or later, a signature. */
export function ApprovePage({ token }: { token: string }) {
  const [view, setView] = useState<View | null>(null);
  const [trouble, setTrouble] = useState('');
  const [draft, setDraft] = useState<Draft>(() => readDraft(token));
  const [asked, setAsked] = useState<{ key: string; figures: Choice } | null>(null);
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const [sending, setSending] = useState(false);
  const load = () => {
    setTrouble('');
    talk<View>(token, '').then(
      (got) => {
        document.title = `${got.head.shop}: your estimate`;
        setView(got);
      },
      (error: Refused) => setTrouble(error.message),
    );
  };
  useEffect(load, [token]);
  useEffect(() => {
    const timer = setTimeout(() => {
      if (document.visibilityState === 'visible') void talk(token, '/seen', {}).catch(() => undefined);
    }, SEEN_AFTER);
    return () => clearTimeout(timer);
  }, [token]);
  const change = (next: Partial<Draft>) => {
    setProblem(null);
    setDraft((now) => {
      const kept = { ...now, ...next };
      keepDraft(token, kept);
      return kept;
    });
  };

  const open = useMemo(() => view?.estimate?.jobs.filter((job) => view.openJobs.includes(job.id)) ?? [], [view]);
  const yes = open.filter((job) => draft.said[job.id] === 'Approved');
  const linesOut = draft.linesOut.filter((line) => yes.some((job) => job.lines.some((l) => l.id === line)));
  const chosen = yes.map((job) => job.id).join();
  const key = `${yes.map((job) => job.id).join(',')}:${linesOut.join(',')}`;
  const beforehand = linesOut.length === 0 ? view?.choices.find((choice) => choice.jobIds.join() === chosen) : undefined;
  const figures = beforehand ?? (asked?.key === key ? asked.figures : undefined);
  const others = figures !== undefined && figures.customerPays !== figures.total;
  const toAsk = view?.state === 'Open' && !figures ? key : null;
  useEffect(() => {
    if (toAsk === null) return;
    const [jobIds, lines] = toAsk.split(':').map((list) => list.split(',').filter(Boolean).map(Number));
    talk<Choice>(token, '/choice', { jobIds, linesOut: lines }).then(
      (got) => setAsked({ key: toAsk, figures: got }),
      () => undefined,
    );
  }, [toAsk, token]);

  // When the vehicle would be ready with what was said yes to.
  const [ready, setReady] = useState<string | null>(null);
  const without = open.filter((job) => draft.said[job.id] !== 'Approved').map((job) => job.id);
  const readyKey = view?.state === 'Open' ? without.join('&without=') : null;
  useEffect(() => {
    if (readyKey === null) return;
    let wanted = true;
    const timer = setTimeout(() => {
      talk<{ readyAt: string | null }>(token, `/ready${readyKey && `?without=${readyKey}`}`).then(
        (got) => wanted && setReady(got.readyAt),
        () => undefined,
      );
    }, READY_AFTER);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [readyKey, token]);

  if (trouble) return <Trouble words={trouble} again={load} />;
  if (!view)
    return (
      <main class="alone" aria-busy="true">
        <p>Loading your estimate…</p>
      </main>
    );
  const head = <Head {...view.head} />;
  if (!view.estimate || view.state !== 'Open') {
    return (
      <>
        {head}
        <main class="alone">
          <h1>{view.sentence}</h1>
          {view.state !== 'Answered' && <Call phone={view.head.phone} />}
          {view.answers.length > 0 && (
            <>
              <ul class="answers">
                {view.answers.map((answer) => (
                  <li key={answer.job}>{`${answer.job}: ${WORDS[answer.kind]}`}</li>
                ))}
              </ul>
              {view.estimate && view.agreed !== null && view.agreed > 0 && (
                <p>
                  <b>{`Approved total: ${moneyIn(view.estimate.document.currency)(view.agreed)}, tax included.`}</b>
                </p>
              )}
              <p>
                {view.answers.some((answer) => answer.kind === 'Approved')
                  ? 'We will start on the work you approved. If you change your mind, call us right away.'
                  : "We won't do this work for now. If you change your mind, call us."}
              </p>
            </>
          )}
        </main>
      </>
    );
  }
  const estimate = view.estimate;
  const money = moneyIn(estimate.document.currency);
  const done = estimate.jobs.filter((job) => job.decision === 'Approved');
  const unanswered = open.filter((job) => !draft.said[job.id]).length;
  const send = async (signaturePng: string, note: string) => {
    if (sending) return;
    setSending(true);
    try {
      const jobs = open.map((job) => ({
        jobId: job.id,
        kind: draft.said[job.id] ?? 'Proposed',
        linesOut: draft.said[job.id] === 'Approved' ? linesOut.filter((line) => job.lines.some((l) => l.id === line)) : [],
        acknowledged: draft.known.includes(job.id),
        later: draft.later[job.id] ?? null,
      }));
      const answered = await talk<View>(token, '/answer', { jobs, name: draft.name, signaturePng, note });
      dropDraft(token);
      setView(answered);
      scrollTo(0, 0);
    } catch (error) {
      const refused = error as Refused;
      setProblem({ field: refused.field, text: refused.message });
      if (refused.status === 409) load();
    } finally {
      setSending(false);
    }
  };
  return (
    <>
      {head}
      <main>
        <h1>
          {view.firstName ? `Hello ${view.firstName}, ` : ''}
          {`here is what we recommend for your ${estimate.document.vehicle || 'car'}`}
        </h1>
        {estimate.document.concerns.length > 0 && (
          <section aria-label="What you told us">
            <h2>You told us</h2>
            {estimate.document.concerns.map((concern) => (
              <p key={concern.complaint}>
                {concern.complaint}
                {concern.cause && <span class="soft"> {`We found: ${concern.cause}`}</span>}
              </p>
            ))}
          </section>
        )}
        {estimate.findings.length > 0 && <Found token={token} findings={estimate.findings} />}
        {done.length > 0 && (
          <section aria-label="Already approved">
            <h2>Already approved</h2>
            <p class="soft small">Before shop supplies and tax, which are in the total.</p>
            {done.map((job) => (
              <p class="row" key={job.id}>
                <span>{job.title}</span>
                <span>{job.payer ? `paid by ${job.payer}` : money(job.amount)}</span>
              </p>
            ))}
          </section>
        )}
        <h2 id="answers">{open.length === 1 ? 'Your answer' : 'Your answer for each job'}</h2>
        {open.map((job) => (
          <JobCard
            key={job.id}
            token={token}
            job={job}
            money={money}
            adds={figures?.adds.find((a) => a.jobId === job.id)?.amount}
            said={draft.said[job.id]}
            deferrals={view.deferrals}
            later={draft.later[job.id]}
            linesOut={draft.linesOut}
            known={draft.known.includes(job.id)}
            unsafeTerms={estimate.unsafeTerms}
            problem={problem?.field === `job:${job.id}` ? problem.text : ''}
            onSay={(said) => change({ said: { ...draft.said, [job.id]: said } })}
            onLater={(later) => change({ later: { ...draft.later, [job.id]: later } })}
            onLine={(line, out) => change({ linesOut: out ? [...draft.linesOut, line] : draft.linesOut.filter((l) => l !== line) })}
            onKnown={(known) => change({ known: known ? [...draft.known, job.id] : draft.known.filter((k) => k !== job.id) })}
          />
        ))}
        <Ask token={token} phone={view.head.phone} />
        <Sign
          name={draft.name}
          onName={(name) => change({ name })}
          unanswered={unanswered}
          sending={sending}
          problem={problem && !problem.field?.startsWith('job:') ? problem.text : problem ? 'One answer above needs more information.' : ''}
          terms={estimate.document.terms}
          onSend={(png, note) => void send(png, note)}
        />
        <p class="soft small">
          {`These prices are good until ${new Date(`${estimate.validUntil}T12:00:00`).toLocaleDateString('en-US', { month: 'long', day: 'numeric' })}. Order ${estimate.document.orderNumber}.`}
        </p>
      </main>
      <footer class="total" aria-live="polite">
        <span>
          {others ? 'You pay' : done.length > 0 ? 'Total so far' : 'Total'}
          <small>{figures ? (others ? `of ${money(figures.total)}; others pay the rest` : `with ${money(figures.tax)} tax`) : ' '}</small>
          {ready && yes.length > 0 && <small>{`ready ${readyWords(ready)}`}</small>}
        </span>
        {unanswered > 0 && <a href="#answers">{`${unanswered} left to answer`}</a>}
        <b>{figures ? money(figures.customerPays) : '…'}</b>
      </footer>
    </>
  );
}
