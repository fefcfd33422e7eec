import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useRefresh, useStartSteps } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import styles from './GettingStarted.module.css';

interface Words {
  title: string;
  why: string;
  minutes: number;
  to: string;
  act: string;
}

const STEPS: Record<Schemas['StartStep'], Words> = {
  Address: {
    title: 'Address and phone',
    why: 'They print on every estimate and invoice, and in every message.',
    minutes: 2,
    to: '/setup/shop',
    act: 'Fill in',
  },
  Hours: {
    title: 'Opening hours',
    why: 'Promised times and the plan of the day follow them. Monday to Friday, 7:30 to 6, is there already.',
    minutes: 1,
    to: '/setup/shop',
    act: 'Look at them',
  },
  Pricing: {
    title: 'Labor rate, markup, taxes',
    why: 'Every price comes from these rules. Change the draft, see what it does, publish it.',
    minutes: 5,
    to: '/setup/pricing',
    act: 'Set them',
  },
  People: {
    title: 'The people who work here',
    why: 'Each signs in under their own name. You add them, they choose their password by a link.',
    minutes: 4,
    to: '/setup/people',
    act: 'Add people',
  },
  CannedJobs: {
    title: 'Canned jobs to begin with',
    why: 'Work that you sell every week, ready with hours and parts. Take one of our sets and make it yours.',
    minutes: 2,
    to: '/setup/canned-jobs',
    act: 'Choose a set',
  },
  Suppliers: {
    title: 'Where parts come from',
    why: 'With a supplier, needed parts go onto a purchase order.',
    minutes: 2,
    to: '/setup/suppliers',
    act: 'Add a supplier',
  },
  Import: {
    title: 'Customers of the previous software',
    why: 'Customers, vehicles and past orders come in from CSV files; you look at every line before it counts.',
    minutes: 5,
    to: '/setup/files',
    act: 'Import',
  },
  FirstOrder: {
    title: 'Write up the first vehicle',
    why: 'Who, which vehicle, what it needs. From there the screen leads to the invoice.',
    minutes: 3,
    to: '/write-up',
    act: 'Write up',
  },
};

/** What a new shop needs, in order, with what is done. */
export default function GettingStarted() {
  const refresh = useRefresh();
  const say = useSay();
  const steps = useStartSteps();
  if (steps.error && !steps.data) return <Failed error={steps.error} again={() => void steps.refetch()} />;
  if (!steps.data) return <Loading what="what is to be done" />;
  const { next } = steps.data;
  const done = steps.data.steps.filter((step) => step.done).length;
  const skip = (step: Schemas['StartStep'], skipped: boolean) => {
    const send = (to: boolean) =>
      unwrap(api.POST('/api/setup/steps', { body: { step, skip: to } })).then(() => refresh(['setup', 'steps']));
    send(skipped).then(() => skipped && say.done(`${STEPS[step].title}: not now.`, () => send(false)), say.refused);
  };
  return (
    <div className={styles.page}>
      <h1>{next ? 'Getting started' : 'The shop is set up'}</h1>
      <p className="soft">
        {next
          ? `${done} of ${steps.data.steps.length} done. Every step takes a few minutes, can be left out, and can be changed later in Setup.`
          : 'Everything here can be changed in Setup at any time.'}
      </p>
      <ol className={styles.steps}>
        {steps.data.steps.map(({ step, done: isDone, skipped }) => {
          const words = STEPS[step];
          return (
            <li key={step} data-state={isDone ? 'done' : skipped ? 'skipped' : step === next ? 'next' : 'open'}>
              <span className={styles.mark} aria-hidden>
                {isDone ? '✓' : ''}
              </span>
              <div className="grow">
                <b>{words.title}</b>
                <span className="visually-hidden">{isDone ? ', done' : skipped ? ', left out' : ''}</span>{' '}
                {!isDone && <span className="soft small">about {words.minutes === 1 ? 'a minute' : `${words.minutes} minutes`}</span>}
                {!isDone && <div className="soft">{words.why}</div>}
              </div>
              {!isDone && (
                <span className="row">
                  <button className="linkish small" onClick={() => skip(step, !skipped)}>
                    {skipped ? 'Take it up again' : step === 'Hours' ? 'They are right' : 'Not now'}
                  </button>
                  <Button component={Link} to={words.to} variant={step === next ? 'contained' : 'outlined'}>
                    {words.act}
                  </Button>
                </span>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
