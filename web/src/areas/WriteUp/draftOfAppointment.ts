import { api, unwrap } from '../../lib/api';
import { emptyCustomer, newDraft, noLogistics, type WriteUpDraft } from './draft';

/** A write-up with everything that an appointment says already. */
export async function draftOfAppointment(id: number): Promise<WriteUpDraft> {
  const [appointment, canned] = await Promise.all([
    unwrap(api.GET('/api/appointments/{id}', { params: { path: { id } } })),
    unwrap(api.GET('/api/canned-jobs', {})),
  ]);
  const services = appointment.services.map((s) => s.cannedJobId);
  const name = appointment.customerId ? '' : appointment.customer;
  const words = name.split(' ').filter(Boolean);
  const begun = newDraft(appointment.customerId, appointment.vehicleId);
  return {
    ...begun,
    appointmentId: id,
    adding: name !== '',
    customer: name
      ? { ...emptyCustomer, firstName: words.slice(0, -1).join(' '), lastName: words.at(-1) ?? '', phone: appointment.phone }
      : begun.customer,
    car: !appointment.vehicleId && appointment.vehicle ? { kind: 'new' } : begun.car,
    concerns: [appointment.words].filter(Boolean),
    jobs: canned.filter((job) => services.includes(job.id)),
    logistics: { ...noLogistics, customerWaits: appointment.transport === 'Waits' },
  };
}
