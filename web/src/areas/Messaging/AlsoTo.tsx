import { useState } from 'react';
import type { Schemas } from '../../lib/api';
import { Labelled } from '../../ui/Labelled';

export interface Further {
  /** Addresses on file that are ticked. */
  ticked: string[];
  /** Any others, with commas between. */
  typed: string;
}

export const NOBODY_ELSE: Further = { ticked: [], typed: '' };

interface Props {
  /** The customer's other numbers and addresses. */
  addresses: Schemas['AddressView'][];
  further: Further;
  onFurther: (further: Further) => void;
  problem?: string;
}

/** Further numbers and addresses: those on file by a tick, any other typed. */
export function AlsoTo({ addresses, further, onFurther, problem }: Props) {
  const [shown, setShown] = useState(false);
  if (!shown)
    return (
      <div>
        <button type="button" className="linkish small" onClick={() => setShown(true)}>
          Send to others too…
        </button>
      </div>
    );
  const tick = (address: string, on: boolean) =>
    onFurther({ ...further, ticked: on ? [...further.ticked, address] : further.ticked.filter((other) => other !== address) });
  return (
    <fieldset className="also-to">
      <legend className="soft small">Also to</legend>
      {addresses.map((a) => (
        <label key={a.channel + a.address} className="row">
          <input type="checkbox" checked={further.ticked.includes(a.address)} onChange={(event) => tick(a.address, event.target.checked)} />
          <span>
            {a.shown} <span className="soft small">{a.whose}</span>
          </span>
        </label>
      ))}
      <Labelled
        label="Other numbers or emails"
        hint="Several with commas between. Each gets its own message."
        value={further.typed}
        onText={(typed) => onFurther({ ...further, typed })}
        problem={problem}
        autoFocus
      />
    </fieldset>
  );
}
