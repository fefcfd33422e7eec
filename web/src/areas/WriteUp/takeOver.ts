import type { Schemas } from '../../lib/api';

/** Something known that becomes work on the order. */
export type TakeOver = Schemas['AdvisoryToJob'];

/** What names the same work twice names it once. */
export const takeKey = (take: TakeOver) => `${take.kind}${take.id ?? take.title}`;
