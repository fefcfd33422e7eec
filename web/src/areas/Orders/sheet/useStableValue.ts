import { useState } from 'react';

/** The value that was there before where the new one says the same, so that nothing that hangs on it is made anew. */
export function useStableValue<T>(value: T): T {
  const [kept, keep] = useState(value);
  if (kept === value || JSON.stringify(kept) === JSON.stringify(value)) return kept;
  keep(value);
  return value;
}
