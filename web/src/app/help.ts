import { matchPath } from 'react-router';
import { BILLING } from './help/billing';
import { CUSTOMERS } from './help/customers';
import { PARTS } from './help/parts';
import { SETUP } from './help/setup';
import { WORK } from './help/work';

/** What a page is for, in what order it is used, and where people slip most. */
export interface Help {
  title: string;
  purpose: string;
  steps: string[];
  slips: string[];
}

/** Help by route; a test finds routes without one. */
export const HELP: Record<string, Help> = { ...WORK, ...PARTS, ...BILLING, ...CUSTOMERS, ...SETUP };

/** Help for a place; null where nothing stands. */
export function helpFor(pathname: string): Help | null {
  const exact = Object.keys(HELP).find((route) => matchPath(route, pathname));
  return exact ? HELP[exact]! : pathname === '/floor' ? HELP['/']! : null;
}
