import { useEffect, useState } from 'react';

/** A value once it has not changed for a moment; what is asked elsewhere need not follow every key. */
export function useDebouncedValue<T>(value: T, milliseconds = 350): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}
