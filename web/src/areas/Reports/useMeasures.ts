import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';

export const FILTERS = ['writerId', 'technicianId', 'source', 'make', 'cannedJobId', 'payer'] as const;
type Filter = (typeof FILTERS)[number];

/** Period and filters, kept in the address: a view can be kept as a bookmark and sent to somebody. */
export function useScope() {
  const [search, setSearch] = useSearchParams();
  const set = (name: Filter | 'period', value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  const of = (name: Filter) => search.get(name) ?? '';
  const query = {
    period: search.get('period') ?? 'this month',
    writerId: of('writerId') ? Number(of('writerId')) : undefined,
    technicianId: of('technicianId') ? Number(of('technicianId')) : undefined,
    source: of('source') || undefined,
    make: of('make') || undefined,
    cannedJobId: of('cannedJobId') ? Number(of('cannedJobId')) : undefined,
    payer: (of('payer') || undefined) as Schemas['Payer'] | undefined,
  };
  const text = search.toString();
  return { query, of, set, search: text ? `?${text}` : '', narrowed: FILTERS.some((name) => of(name) !== '') };
}

/** What measures can be narrowed to. */
export const useChoices = () =>
  useQuery({
    queryKey: ['measures', 'choices'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/measures/choices', { signal })),
    staleTime: 300_000,
  });
