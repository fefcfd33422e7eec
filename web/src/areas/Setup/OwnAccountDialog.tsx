import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useMe, useNow, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import './setup.css';

/** One's own password, PIN and signature, and where one is signed in. */
export default function OwnAccountDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="own-title">
      <DialogTitle id="own-title">Your account</DialogTitle>
      <DialogContent className="own-account">
        <Secret
          title="Password"
          label="New password"
          hint="At least 10 characters, such as four words."
          field="newPassword"
          button="Change the password"
          done="Your password is changed. Everywhere else you are signed out."
          save={(password, newPassword) => unwrap(api.PUT('/api/session/own-password', { body: { password, newPassword } }))}
        />
        <Pin />
        <Signature />
        <Sessions />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function Pin() {
  const technician = useMe().role === 'Technician';
  return (
    <Secret
      title="PIN"
      label="New PIN"
      hint={`${technician ? '4' : '6'} to 8 digits, for computers that a manager enrolled.`}
      field="pin"
      button="Set the PIN"
      done="Your PIN is set. It works on computers that a manager enrolled."
      save={(password, pin) => unwrap(api.PUT('/api/session/own-pin', { body: { password, pin } }))}
    />
  );
}

function Signature() {
  const say = useSay();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const kept = useQuery({
    queryKey: ['own-signature'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/session/own-signature', { signal })),
    staleTime: 0,
  });
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setProblem(undefined);
    try {
      await unwrap(api.PUT('/api/session/own-signature', { body: { text: typed ?? '' } }));
      await kept.refetch();
      setTyped(null);
      say.done('Your signature is saved.');
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Signature">
      <h3>Signature</h3>
      <div className="row own-secret">
        <div className="labelled">
          <span>
            <label htmlFor="own-signature">Under your emails</label>
          </span>
          <textarea
            id="own-signature"
            rows={3}
            value={typed ?? kept.data?.text ?? ''}
            onChange={(event) => setTyped(event.target.value)}
            aria-invalid={problem !== undefined}
            aria-describedby="own-signature-below"
          />
          <div id="own-signature-below" className={problem ? 'field-problem' : 'soft small'} role={problem ? 'alert' : undefined}>
            {problem ?? 'Your name, what you do, how to reach you.'}
          </div>
        </div>
        <Button type="submit" variant="outlined" disabled={typed === null}>
          Save
        </Button>
      </div>
    </form>
  );
}

interface SecretProps {
  title: string;
  label: string;
  hint: string;
  field: string;
  button: string;
  done: string;
  save: (password: string, secret: string) => Promise<unknown>;
}

function Secret({ title, label, hint, field, button, done, save }: SecretProps) {
  const say = useSay();
  const [password, setPassword] = useState('');
  const [secret, setSecret] = useState('');
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setProblem(null);
    try {
      await save(password, secret);
      setPassword('');
      setSecret('');
      say.done(done);
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    }
  };
  const of = (name: string) => (problem?.field === name ? problem.text : undefined);
  return (
    <form onSubmit={(event) => void submit(event)} aria-label={title}>
      <h3>{title}</h3>
      <div className="row own-secret">
        <Labelled
          label="Your password"
          type="password"
          value={password}
          onText={setPassword}
          problem={of('password')}
          autoComplete="current-password"
        />
        <Labelled
          label={label}
          type="password"
          value={secret}
          onText={setSecret}
          problem={of(field)}
          hint={hint}
          autoComplete="new-password"
        />
        <Button type="submit" variant="outlined" disabled={!password || !secret}>
          {button}
        </Button>
      </div>
      {problem && problem.field !== 'password' && problem.field !== field && (
        <div className="notice stop" role="alert">
          {problem.text}
        </div>
      )}
    </form>
  );
}

const WAYS: Record<string, string> = { password: 'with the password', pin: 'with the PIN', 'first run': 'when the shop was set up' };

function Sessions() {
  const shop = useShop();
  const now = useNow();
  const say = useSay();
  const sessions = useQuery({
    queryKey: ['own-sessions'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/session/own-sessions', { signal })),
    staleTime: 0,
  });
  const end = (call: Promise<unknown>) => void call.then(() => sessions.refetch(), say.refused);
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  if (!sessions.data) return <Loading what="your sessions" />;
  const others = sessions.data.filter((session) => !session.here);
  return (
    <section aria-label="Sessions">
      <h3>Signed in</h3>
      <ul className="own-sessions">
        {sessions.data.map((session) => (
          <li key={session.id} className="spread">
            <span>
              {session.place}
              {session.here && <b> · here</b>}
              <span className="soft small">
                {' '}
                since {when(session.startedAt)}, {WAYS[session.method] ?? session.method}; ends {when(session.endsAt)} at the latest
              </span>
            </span>
            {!session.here && (
              <button
                className="linkish"
                aria-label={`End the session on ${session.place} since ${when(session.startedAt)}`}
                onClick={() => end(unwrap(api.DELETE('/api/session/own-sessions/{id}', { params: { path: { id: session.id } } })))}
              >
                End
              </button>
            )}
          </li>
        ))}
      </ul>
      {others.length > 1 && (
        <button className="linkish" onClick={() => end(unwrap(api.DELETE('/api/session/own-sessions')))}>
          End all others
        </button>
      )}
    </section>
  );
}
