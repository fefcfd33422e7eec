import { useNavigate } from 'react-router';
import { api, unwrap } from '../lib/api';
import { useSay } from './Toasts';

/** Whom or what an appointment is for. */
interface Subject {
  orderId?: number;
  customerId?: number;
  vehicleId?: number | null;
}

/** Makes an appointment, at the next free hour, of somebody or something that is on the screen, and opens it in the calendar. */
export function useNewAppointment() {
  const navigate = useNavigate();
  const say = useSay();
  return async ({ orderId, customerId, vehicleId }: Subject) => {
    const body = {
      start: null,
      minutes: null,
      technicianId: null,
      bayId: null,
      orderId: orderId ?? null,
      customerId: customerId ?? null,
      vehicleId: vehicleId ?? null,
    };
    try {
      const { id } = await unwrap(api.POST('/api/appointments', { body }));
      void navigate(`/calendar?appointment=${id}`);
    } catch (error) {
      say.refused(error);
    }
  };
}
