/** @jsxImportSource preact */
import { useRef, useState } from 'preact/hooks';
import type { Refused } from '../../Approval/page/talk';
import { enterCode, newId, sendCode, type Known } from './talk';
import { TypedField } from './TypedField';

interface Props {
  known: Known | null;
  /** The vehicle that was chosen; null for another. */
  vehicleId: number | null;
  /** What only robots fill in. */
  website: () => string;
  onKnown: (known: Known | null) => void;
  onVehicle: (id: number | null) => void;
}

/** Who was here before is known by a code that is texted, and chooses a vehicle instead of typing one. */
export function KnownBy({ known, vehicleId, website, onKnown, onVehicle }: Props) {
  const [open, setOpen] = useState(false);
  const [phone, setPhone] = useState('');
  const [said, setSaid] = useState('');
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<{ words: string; field?: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const id = useRef(newId());
  const doing = async (what: () => Promise<void>) => {
    setBusy(true);
    setProblem(null);
    try {
      await what();
    } catch (error) {
      const { message, field } = error as Refused;
      setProblem({ words: message, field });
    }
    setBusy(false);
  };
  const send = () =>
    doing(async () => {
      setSaid((await sendCode(phone, website())).sentence);
      setCode('');
      setTimeout(() => document.getElementById('known-code')?.focus());
    });
  const enter = () =>
    doing(async () => {
      const found = await enterCode(id.current, phone, code);
      setOpen(false);
      setSaid('');
      onKnown(found);
      setTimeout(() => document.getElementById('known-who')?.focus());
    });
  const leave = () => {
    id.current = newId();
    onKnown(null);
  };
  if (known) {
    return (
      <>
        <p id="known-who" tabIndex={-1}>
          Welcome back, <b>{known.name}</b>.{' '}
          <button type="button" class="link" onClick={leave}>
            That is not me
          </button>
        </p>
        <fieldset class="day">
          <legend>Which vehicle?</legend>
          {[...known.vehicles, { id: null, title: 'Another vehicle' }].map((vehicle) => (
            <label key={vehicle.id} class={vehicle.id === vehicleId ? 'service on' : 'service'}>
              <input type="radio" name="vehicle" checked={vehicle.id === vehicleId} onChange={() => onVehicle(vehicle.id)} />
              <span>{vehicle.title}</span>
            </label>
          ))}
        </fieldset>
      </>
    );
  }
  if (!open) {
    return (
      <p>
        Been here before?{' '}
        <button type="button" class="link" onClick={() => setOpen(true)}>
          Get a code by text
        </button>{' '}
        and choose your vehicle.
      </p>
    );
  }
  // The form around it is not what Enter sends here.
  const byEnter = (event: KeyboardEvent) => {
    if (!(event.target instanceof HTMLInputElement)) return;
    event.preventDefault();
    if (said && code.trim()) void enter();
    else if (phone.trim()) void send();
  };
  const wrong = (field: string) => (problem?.field === field ? problem.words : '');
  return (
    <fieldset class="known-by" onKeyDown={(event) => event.key === 'Enter' && byEnter(event)}>
      <legend>Get a code by text</legend>
      <TypedField id="known-phone" label="Mobile phone on file" value={phone} fill="tel" wrong={wrong('phone')} onText={setPhone} />
      {said && (
        <>
          <p role="status">{said}</p>
          <TypedField id="known-code" label="Code" value={code} fill="one-time-code" wrong={wrong('code')} onText={setCode} />
        </>
      )}
      {problem && problem.field !== 'phone' && problem.field !== 'code' && (
        <p class="stop" role="alert">
          {problem.words}
        </p>
      )}
      <div class="known-acts">
        {said && (
          <button type="button" class="send" disabled={busy || code.trim() === ''} onClick={() => void enter()}>
            Continue
          </button>
        )}
        <button type="button" class="plain" disabled={busy || phone.trim() === ''} onClick={() => void send()}>
          {said ? 'Text me another code' : 'Text me a code'}
        </button>
        <button type="button" class="link" onClick={() => setOpen(false)}>
          Enter my name instead
        </button>
      </div>
    </fieldset>
  );
}
