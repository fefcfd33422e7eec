import type { Schemas } from '../../lib/api';
import type { TakeOver } from './takeOver';

export type NewCustomer = Schemas['NewCustomer'];
export const emptyCustomer: NewCustomer = { firstName: '', lastName: '', businessName: '', phone: '', email: '', address: '' };

export type NewCar = Schemas['VehicleInput'];
/** Which vehicle: not chosen yet, on file, typed, none yet (an estimate), none at all. */
export type CarChoice = { kind: 'none' } | { kind: 'known'; id: number } | { kind: 'new' } | { kind: 'later' } | { kind: 'counter' };
export const emptyCar: NewCar = {
  plate: '',
  plateRegion: '',
  vin: '',
  year: '',
  make: '',
  model: '',
  engine: '',
  color: '',
  drive: '',
  trim: '',
};

/** What is arranged beside the work. */
export interface Logistics {
  customerWaits: boolean;
  oldPartsBack: boolean;
  washingWanted: boolean;
  hasPriority: boolean;
  contactId: number | null;
  siteId: number | null;
}

export const noLogistics: Logistics = {
  customerWaits: false,
  oldPartsBack: false,
  washingWanted: false,
  hasPriority: false,
  contactId: null,
  siteId: null,
};

/** Everything that a write-up has gathered so far. */
export interface WriteUpDraft {
  id: string;
  /** When it was last touched, milliseconds. */
  at: number;
  /** Whose it is, where a customer on file was chosen. */
  name: string;
  customerId: number | null;
  /** The appointment that it is written up from. */
  appointmentId?: number | null;
  customer: NewCustomer;
  /** A new customer is being typed. */
  adding: boolean;
  car: CarChoice;
  newCar: NewCar;
  odometer: string;
  confirmed: boolean;
  concerns: string[];
  /** A concern that is being typed. */
  says: string;
  jobs: Schemas['CannedJobView'][];
  freeJobs: string[];
  taken: TakeOver[];
  logistics: Logistics;
  promise: string | null;
  keyTag: string;
  notHereYet: boolean;
  arrivesAt: string;
}

/** Days after which an unfinished write-up is forgotten. */
const DAYS = 3;
const MOST = 20;

/** A write-up that begins. */
export const newDraft = (customerId: number | null = null, vehicleId: number | null = null): WriteUpDraft => ({
  id: crypto.randomUUID(),
  at: Date.now(),
  name: '',
  customerId,
  customer: emptyCustomer,
  adding: false,
  car: vehicleId ? { kind: 'known', id: vehicleId } : { kind: 'none' },
  newCar: emptyCar,
  odometer: '',
  confirmed: false,
  concerns: [],
  says: '',
  jobs: [],
  freeJobs: [],
  taken: [],
  logistics: noLogistics,
  promise: null,
  keyTag: '',
  notHereYet: false,
  arrivesAt: '',
});

const filled = (values: object) => Object.values(values).some((value) => typeof value === 'string' && value.trim() !== '');

/** Nothing was gathered that would be missed. */
export function isEmpty(draft: WriteUpDraft): boolean {
  return (
    draft.customerId === null &&
    draft.car.kind !== 'known' &&
    draft.concerns.length + draft.jobs.length + draft.freeJobs.length + draft.taken.length === 0 &&
    ![draft.odometer, draft.says, draft.keyTag, draft.promise ?? ''].some((text) => text.trim()) &&
    !filled(draft.customer) &&
    !filled(draft.newCar)
  );
}

/** What an unfinished write-up is called in a list. */
export function draftTitle(draft: WriteUpDraft): string {
  const typed = draft.customer.businessName || [draft.customer.firstName, draft.customer.lastName].filter(Boolean).join(' ');
  const car = draft.newCar.plate || [draft.newCar.make, draft.newCar.model].filter(Boolean).join(' ');
  const work = draft.concerns[0] ?? draft.jobs[0]?.title ?? draft.freeJobs[0] ?? draft.says;
  return [draft.name || typed, car].filter(Boolean).join(', ') || work || 'Write-up';
}

const place = (staffId: number) => `write-up:${staffId}`;

/** Unfinished write-ups of one person on this computer, the latest first. */
export function draftsOf(staffId: number): WriteUpDraft[] {
  try {
    const kept = JSON.parse(localStorage.getItem(place(staffId)) ?? '[]') as WriteUpDraft[];
    // A field that came with a later version of the program is there all the same.
    return kept.filter((draft) => draft.at > Date.now() - DAYS * 86_400_000).map((draft) => ({ ...newDraft(), ...draft }));
  } catch {
    return [];
  }
}

const put = (staffId: number, drafts: WriteUpDraft[]) => localStorage.setItem(place(staffId), JSON.stringify(drafts.slice(0, MOST)));

/** Keeps a write-up as it stands; an empty one is not kept. */
export function keepDraft(staffId: number, draft: WriteUpDraft) {
  const others = draftsOf(staffId).filter((other) => other.id !== draft.id);
  put(staffId, isEmpty(draft) ? others : [{ ...draft, at: Date.now() }, ...others]);
}

/** Forgets a write-up: it became an order, or nobody wants it. */
export function dropDraft(staffId: number, id: string) {
  put(
    staffId,
    draftsOf(staffId).filter((draft) => draft.id !== id),
  );
}
