import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../lib/api';
import { atMinutes } from '../../lib/format';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import type { Ghost } from './useBoardPointer';

/** What would be amiss where something is held over the board. */
export function useWarnings(ghost: Ghost | null, by: 'technician' | 'bay'): readonly string[] {
  const held = useDebouncedValue(ghost, 120);
  const place = held?.what && {
    kind: held.what.kind,
    id: held.what.id,
    start: atMinutes(held.day, held.minute),
    technicianId: by === 'technician' ? (held.lane ?? undefined) : (held.what.before?.technicianId ?? undefined),
    bayId: by === 'bay' ? (held.lane ?? undefined) : (held.what.before?.bayId ?? undefined),
  };
  const { data } = useQuery({
    queryKey: ['calendar', 'check', place],
    queryFn: ({ signal }) => unwrap(api.GET('/api/calendar/check', { signal, params: { query: place! } })),
    enabled: !!place,
    staleTime: 5_000,
  });
  return (ghost?.what && data?.warnings) || [];
}
