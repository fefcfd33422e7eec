import type { Schemas } from '../../lib/api';

/** What the pages of measures are called, in the order of their tabs. */
export const PAGE_NAMES: Record<Schemas['MeasurePage'], string> = {
  Today: 'Today',
  Sales: 'Sales',
  Technicians: 'Technicians',
  Approval: 'Approval and deferred work',
  Floor: 'Floor',
  Parts: 'Parts and stock',
  Customers: 'Customers',
  Money: 'Money',
};

/** Each with the word for it in addresses. */
export const PAGES = Object.keys(PAGE_NAMES).map((page) => [page.toLowerCase(), page as Schemas['MeasurePage']] as const);
