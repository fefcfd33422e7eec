import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useMemo, useRef } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';

export type PolicyView = Schemas['PolicyView'];
export type Form = Schemas['PolicyForm'];

const KEY = ['policy'];

/** The policy as it is being written. */
export function usePolicyView() {
  return useQuery({ queryKey: KEY, queryFn: ({ signal }) => unwrap(api.GET('/api/policy', { signal })) });
}

/** Changes of the draft; each is kept as it is made, and shown before the server answers. */
export function usePolicyChanges() {
  const client = useQueryClient();
  const waiting = useRef(0);
  return useMemo(() => {
    const view = () => client.getQueryData<PolicyView>(KEY)!;
    const put = async (form: Form) => {
      client.setQueryData<PolicyView>(KEY, { ...view(), form });
      waiting.current++;
      try {
        const kept = await unwrap(api.PUT('/api/policy/draft', { body: { form, version: view().draft?.version ?? 0 } }));
        // A later change of this page is on its way already; its answer will say how it stands.
        if (waiting.current === 1) client.setQueryData(KEY, kept);
        else client.setQueryData<PolicyView>(KEY, { ...kept, form: view().form });
      } catch (error) {
        await client.invalidateQueries({ queryKey: KEY });
        throw error;
      } finally {
        waiting.current--;
      }
    };
    return {
      put,
      change: (change: (form: Form) => Form) => put(change(view().form)),
      discard: async () => client.setQueryData(KEY, await unwrap(api.DELETE('/api/policy/draft'))),
      putInForce: async (version: number, note: string) => {
        const made = await unwrap(api.POST('/api/policy/versions', { body: { version, note } }));
        await client.invalidateQueries();
        return made.id;
      },
    };
  }, [client]);
}

export interface PolicyWork {
  view: PolicyView;
  form: Form;
  change: (change: (form: Form) => Form) => Promise<void>;
  /** Takes a row away; what was there can be brought back for ten seconds. */
  remove: (words: string, change: (form: Form) => Form) => void;
  /** The sentence about what is wrong at a path, if anything is. */
  wrong: (path: string) => string | undefined;
}

export const PolicyContext = createContext<PolicyWork | null>(null);

/** The policy that this section belongs to. */
export function usePolicy(): PolicyWork {
  const work = useContext(PolicyContext);
  if (!work) throw new Error('This part belongs on the policy page.');
  return work;
}

/** A list with one row changed. */
export function withRow<T>(rows: readonly T[], at: number, change: Partial<T>): T[] {
  return rows.map((row, i) => (i === at ? { ...row, ...change } : row));
}

/** A list with one row left out. */
export function without<T>(rows: readonly T[], at: number): T[] {
  return rows.filter((_, i) => i !== at);
}
