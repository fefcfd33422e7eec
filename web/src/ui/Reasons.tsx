import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../lib/api';

/** Reasons that the shop has used, offered by the field that names this list. */
export function Reasons({ id, use }: { id: string; use: Schemas['PhraseUse'] }) {
  const reasons = useQuery({
    queryKey: ['phrases', use, ''],
    queryFn: ({ signal }) => unwrap(api.GET('/api/phrases/fitting', { signal, params: { query: { use, text: '' } } })),
    staleTime: 30_000,
  }).data;
  return (
    <datalist id={id}>
      {reasons?.map((reason) => (
        <option key={reason.text} value={reason.text} />
      ))}
    </datalist>
  );
}
