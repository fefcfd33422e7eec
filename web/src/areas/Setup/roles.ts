import type { Schemas } from '../../lib/api';

/** What people are, in the words of the counter. */
export const ROLES: Record<Schemas['Role'], string> = {
  Writer: 'service writer',
  Technician: 'technician',
  Parts: 'parts person',
  Porter: 'porter',
  Manager: 'manager',
  Owner: 'owner',
};
