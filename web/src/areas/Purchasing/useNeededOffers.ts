import { useQueries } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';

/** What one supplier says of one part that is needed. */
export type SupplierOffer = Schemas['NeededOfferView'] & { supplierId: number; supplier: string };

/** What suppliers with a service ask for the parts that are needed, by line; a slow one keeps the others waiting for nothing. */
export function useNeededOffers(needed: Schemas['NeededPartView'][], suppliers: Schemas['SupplierView'][], enabled: boolean) {
  const lines = needed.map((part) => `${part.lineId} ${part.number} ${part.quantity}`).join(',');
  const asked = suppliers.filter((supplier) => supplier.way === 'Electronic');
  const answers = useQueries({
    queries: asked.map(({ id }) => ({
      queryKey: ['needed-offers', id, lines],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        unwrap(api.GET('/api/parts/offers/{supplierId}', { signal, params: { path: { supplierId: id } } })),
      enabled: enabled && needed.length > 0,
      staleTime: 60_000,
      retry: false as const,
    })),
  });
  const byLine = new Map<number, SupplierOffer[]>();
  answers.forEach((answer, at) => {
    const supplier = asked[at]!;
    for (const offer of answer.data?.offers ?? [])
      byLine.set(offer.lineId, [...(byLine.get(offer.lineId) ?? []), { ...offer, supplierId: supplier.id, supplier: supplier.name }]);
  });
  return byLine;
}
