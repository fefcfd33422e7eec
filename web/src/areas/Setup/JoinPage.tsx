import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap } from '../../lib/api';
import { Loading } from '../../ui/Feedback';
import { Door } from './Door';

/** What somebody on staff sees who opens the link by which they choose their password. */
export default function JoinPage({ token, onDone }: { token: string; onDone: () => void }) {
  const invitation = useQuery({
    queryKey: ['invitation', token],
    queryFn: ({ signal }) => unwrap(api.GET('/api/invitations/{token}', { signal, params: { path: { token } } })),
    retry: false,
    staleTime: Infinity,
  });
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const [shown, setShown] = useState(false);
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    try {
      await unwrap(api.POST('/api/invitations/{token}', { params: { path: { token } }, body: { password, pin: pin || null } }));
      onDone();
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    }
  };
  if (invitation.error)
    return (
      <Door title="Yardstick" text="A link works once, and for a week.">
        <div className="notice stop" role="alert">
          {sentence(invitation.error)}
        </div>
      </Door>
    );
  if (!invitation.data) return <Loading what="your link" />;
  const i = invitation.data;
  const says = (field: string) => ({ error: problem?.field === field, helperText: problem?.field === field ? problem.text : undefined });
  return (
    <Door
      title={i.shopName}
      text="Your password is yours alone: no one in the shop can see it, and everything you do is recorded under your name."
    >
      <form onSubmit={(event) => void submit(event)}>
        <h2>{i.isNew ? `Welcome, ${i.name}` : `A new password for ${i.name}`}</h2>
        {problem && !problem.field && (
          <div className="notice stop" role="alert">
            {problem.text}
          </div>
        )}
        <TextField label="You sign in as" value={i.userName} slotProps={{ htmlInput: { readOnly: true } }} autoComplete="username" />
        <TextField
          label="Password, at least 10 characters"
          type={shown ? 'text' : 'password'}
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          autoComplete="new-password"
          autoFocus
          {...says('password')}
        />
        <label className="row">
          <input type="checkbox" checked={shown} onChange={(event) => setShown(event.target.checked)} />
          Show the password
        </label>
        <TextField
          label="PIN for shared computers"
          value={pin}
          onChange={(event) => setPin(event.target.value)}
          autoComplete="off"
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          error={problem?.field === 'pin'}
          helperText={problem?.field === 'pin' ? problem.text : `Optional, ${i.shortestPin} to 8 digits.`}
        />
        <Button type="submit" variant="contained" size="large">
          {i.isNew ? 'Start' : 'Save and sign in'}
        </Button>
      </form>
    </Door>
  );
}
