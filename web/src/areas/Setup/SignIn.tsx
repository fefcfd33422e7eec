import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { Door } from './Door';
import { ROLES } from './roles';

interface Props {
  welcome: Schemas['WelcomeView'];
  onDone: () => void;
}

/** Sign-in by password, or by PIN among those who signed in on this computer before. */
export default function SignIn({ welcome, onDone }: Props) {
  const terminal = useQuery({
    queryKey: ['terminal'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/session/terminal', { signal })),
    staleTime: 0,
  }).data;
  const [byPassword, setByPassword] = useState(false);
  const byPin = terminal?.enrolled && terminal.people.length > 0 && !byPassword;
  return (
    <Door
      title={welcome.shopName}
      text={
        welcome.demo
          ? 'A sample shop in the middle of its day. Look around and change anything.'
          : 'From write-up to paid invoice, one page per vehicle.'
      }
    >
      {byPin ? (
        <PinForm terminal={terminal} onDone={onDone} onPassword={() => setByPassword(true)} />
      ) : (
        <PasswordForm welcome={welcome} onDone={onDone} />
      )}
    </Door>
  );
}

function PasswordForm({ welcome, onDone }: Props) {
  const [userName, setUserName] = useState('');
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const passwordRef = useRef<HTMLInputElement>(null);
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      await unwrap(api.POST('/api/session', { body: { userName, password } }));
      onDone();
    } catch (error) {
      setProblem(sentence(error));
      passwordRef.current?.select();
    } finally {
      setBusy(false);
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)}>
      <h2>Sign in</h2>
      {welcome.demo && (
        <>
          <div className="door-people" role="group" aria-label="Who can sign in to the demo">
            {welcome.demoPeople.map((person) => (
              <button
                key={person.userName}
                type="button"
                aria-pressed={userName === person.userName}
                onClick={() => {
                  setUserName(person.userName);
                  setPassword('lantern-bay');
                  passwordRef.current?.focus();
                }}
              >
                <span className="strong">{person.name}</span>
                <br />
                <span className="soft small">{ROLES[person.role]}</span>
              </button>
            ))}
          </div>
          <p className="soft small">Everyone's password in the demo is lantern-bay.</p>
        </>
      )}
      <TextField
        label="User name"
        value={userName}
        onChange={(e) => setUserName(e.target.value)}
        autoComplete="username"
        autoFocus={!welcome.demo}
      />
      <TextField
        label="Password"
        type="password"
        value={password}
        inputRef={passwordRef}
        onChange={(e) => setPassword(e.target.value)}
        autoComplete="current-password"
        error={problem !== ''}
        helperText={problem}
      />
      <Button type="submit" variant="contained" disabled={busy} size="large">
        Sign in
      </Button>
    </form>
  );
}

function PinForm({ terminal, onDone, onPassword }: { terminal: Schemas['TerminalView']; onDone: () => void; onPassword: () => void }) {
  const client = useQueryClient();
  const [staffId, setStaffId] = useState(terminal.people[0]!.id);
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState('');
  const ref = useRef<HTMLInputElement>(null);
  useEffect(() => ref.current?.focus(), [staffId]);
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    try {
      await unwrap(api.POST('/api/session/pin', { body: { staffId, pin } }));
      onDone();
    } catch (error) {
      setProblem(sentence(error));
      setPin('');
      if (error instanceof Problem && error.code === 'pin.locked') void client.invalidateQueries({ queryKey: ['terminal'] });
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)}>
      <h2>Who is signing in?</h2>
      <div className="door-people" role="group" aria-label="User">
        {terminal.people.map((person) => (
          <button key={person.id} type="button" aria-pressed={person.id === staffId} onClick={() => setStaffId(person.id)}>
            <span className="strong">{person.shortName}</span>
          </button>
        ))}
      </div>
      <TextField
        label="PIN"
        type="password"
        inputRef={ref}
        value={pin}
        onChange={(e) => setPin(e.target.value)}
        autoComplete="off"
        error={problem !== ''}
        helperText={problem}
        slotProps={{ htmlInput: { inputMode: 'numeric', maxLength: 8 } }}
      />
      <Button type="submit" variant="contained" size="large">
        Sign in
      </Button>
      <button type="button" className="linkish" onClick={onPassword}>
        Sign in with a password instead
      </button>
    </form>
  );
}
