import { useQueries, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { holding } from '../../../lib/outside';
import { useShop } from '../../../lib/shop';
import { useDebouncedValue } from '../../../lib/useDebouncedValue';
import type { Choice } from '../../../ui/Combo';

export type Offered = Schemas['CatalogChoice'];

/** Suppliers are not asked for every letter. */
const SUPPLIER_PAUSE = 160;

const outsideQuery = (orderId: number, source: string, text: string, enabled: boolean) => ({
  queryKey: ['choices', orderId, source, text],
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    unwrap(api.GET('/api/orders/{id}/choices/{source}', { params: { path: { id: orderId, source }, query: { q: text } }, signal })),
  enabled: enabled && text.length > 1,
  ...holding(60_000),
});

/**
 * Everything that fits what was typed: the shop's own first and at once, then labor guide and suppliers as they answer. What came later
 * joins below, so that nothing moves under the finger.
 */
export function useCatalogSearch(orderId: number, typed: string, enabled: boolean) {
  const text = typed.trim();
  const own = useQuery({
    queryKey: ['choices', orderId, 'own', text],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/choices', { params: { path: { id: orderId }, query: { q: text } }, signal })),
    enabled,
    placeholderData: (before) => before,
    staleTime: 20_000,
  });
  const rested = useDebouncedValue(text, SUPPLIER_PAUSE);
  const shop = useShop();
  const guide = useQuery(outsideQuery(orderId, 'guide', text, enabled));
  const suppliers = useQueries({ queries: (shop?.suppliers ?? []).map(({ code }) => outsideQuery(orderId, code, rested, enabled)) });
  const outside = [guide, ...(rested === text ? suppliers : [])];
  return {
    items: [...(own.data ?? []), ...outside.flatMap((answer) => (text.length > 1 ? (answer.data?.items ?? []) : []))],
    questions: outside.flatMap((answer) => answer.data?.questions ?? []).filter((q, i, all) => all.findIndex((x) => x.key === q.key) === i),
    troubles: outside.map((answer) => answer.data?.trouble ?? '').filter(Boolean),
    asking: text.length > 1 && [guide, ...suppliers].some((answer) => answer.isFetching),
    // Also while nothing was answered yet at all: what comes first is the shop's own.
    pending: own.isPlaceholderData || own.isLoading,
    hasOwn: (own.data?.length ?? 0) > 0,
  };
}

/** Items as rows of a list; the kind stands where it begins. Where a new job begins, whole jobs go first. */
export function rows(items: Offered[], wholeFirst: boolean, onTake: (item: Offered) => void): Choice[] {
  // Kinds stay together, in the order of their best.
  const kinds = [...new Set(items.map((item) => item.group))];
  const whole = new Set(items.filter((item) => item.isWholeJob).map((item) => item.group));
  const groups = wholeFirst ? [...kinds.filter((kind) => whole.has(kind)), ...kinds.filter((kind) => !whole.has(kind))] : kinds;
  return groups.flatMap((group) =>
    items
      .filter((item) => item.group === group)
      .map((item, i) => ({
        key: item.key,
        kind: i === 0 ? group : '',
        content: (
          <>
            <span className="strong clip">{item.title}</span>
            <span className="soft small clip grow">{item.detail}</span>
            <span className="nowrap">{item.figure}</span>
          </>
        ),
        take: () => onTake(item),
      })),
  );
}
