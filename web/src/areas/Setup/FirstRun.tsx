import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { Door } from './Door';
import { RestoreFirst } from './RestoreFirst';

const browserZone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The first start of a real shop. */
export default function FirstRun({ onDone }: { onDone: () => void }) {
  const zones =
    useQuery({ queryKey: ['zones'], queryFn: ({ signal }) => unwrap(api.GET('/api/time-zones', { signal })), staleTime: Infinity }).data ??
    [];
  const [form, setForm] = useState<Schemas['FirstRunRequest']>({
    shopName: '',
    timeZone: browserZone.includes('/') ? browserZone : 'America/New_York',
    currency: 'USD',
    distanceUnit: 'Miles',
    ownerName: '',
    userName: '',
    password: '',
    code: '',
  });
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const [restores, setRestores] = useState(false);
  const field = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (event: { target: { value: string } }) => setForm({ ...form, [name]: event.target.value }),
    error: problem?.field === name,
    helperText: problem?.field === name ? problem.text : undefined,
  });
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    try {
      await unwrap(api.POST('/api/first-run', { body: form }));
      onDone();
    } catch (error) {
      setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
    }
  };
  if (restores)
    return (
      <Door title="Yardstick" text="A shop from a backup: everything as it was when the backup was made.">
        <RestoreFirst code={form.code ?? ''} onBack={() => setRestores(false)} />
      </Door>
    );
  return (
    <Door
      title="Yardstick"
      text="A new shop. Its name and yours are all that is needed to begin. Prices, taxes, fees, texts and your password can be changed later, under Setup and your initials."
    >
      <form onSubmit={(event) => void submit(event)}>
        <h2>Set up the shop</h2>
        {problem && !problem.field && <div className="notice stop">{problem.text}</div>}
        <TextField label="Code that was printed where Yardstick was started" autoFocus {...field('code')} autoComplete="off" />
        <TextField label="Shop name" {...field('shopName')} />
        <TextField label="Time zone" select {...field('timeZone')}>
          {[...new Set([form.timeZone, ...zones])].map((zone) => (
            <MenuItem key={zone} value={zone}>
              {zone.replaceAll('_', ' ')}
            </MenuItem>
          ))}
        </TextField>
        <div className="row">
          <TextField label="Currency" {...field('currency')} />
          <TextField label="Odometer units" select {...field('distanceUnit')}>
            <MenuItem value="Miles">miles</MenuItem>
            <MenuItem value="Kilometers">kilometers</MenuItem>
          </TextField>
        </div>
        <TextField label="Owner's name" {...field('ownerName')} autoComplete="name" />
        <TextField label="User name" {...field('userName')} autoComplete="username" />
        <TextField label="Password, at least 10 characters" type="password" {...field('password')} autoComplete="new-password" />
        <Button type="submit" variant="contained" size="large">
          Create shop
        </Button>
        <Button onClick={() => setRestores(true)}>I have a backup to restore…</Button>
      </form>
    </Door>
  );
}
