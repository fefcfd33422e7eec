import { useSay } from './Toasts';

/**
 * Saves fields of one thing as they are typed; what was saved can be undone.
 * @param send Sends one field.
 * @param renew Asks anew for what is shown.
 */
export function useKept(send: (field: string, value: string) => Promise<unknown>, renew: () => Promise<unknown>) {
  const say = useSay();
  const keep = async (field: string, value: string) => {
    await send(field, value);
    await renew();
  };
  return (field: string, label: string, old: string) => async (value: string) => {
    await keep(field, value);
    say.done(`${label} saved.`, () => keep(field, old));
  };
}
