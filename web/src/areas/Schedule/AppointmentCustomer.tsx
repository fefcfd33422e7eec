import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { Combo } from '../../ui/Combo';
import { EditCell } from '../../ui/EditCell';
import { useSay } from '../../ui/Toasts';
import { FoundRow, useFind, type Found } from '../Customers/FindField';
import { Row, type Appointment } from './AppointmentPanel';
import styles from './calendar.module.css';

interface Props {
  appointment: Appointment;
  disabled: boolean;
  set: (field: string, label: string, old: string) => (value: string) => Promise<void>;
  renew: () => Promise<unknown>;
}

/** Whose appointment it is: somebody on file with one of their vehicles, or a name, a telephone and a vehicle in words. */
export function AppointmentCustomer({ appointment, disabled, set, renew }: Props) {
  const say = useSay();
  const choose = (customerId: number | null, vehicleId: number | null) =>
    unwrap(api.POST('/api/appointments/{id}/customer', { params: { path: { id: appointment.id } }, body: { customerId, vehicleId } })).then(
      renew,
      say.refused,
    );
  return (
    <div className={styles.fields}>
      {appointment.customerId ? (
        <>
          <Row label="Customer">
            <span className="spread grow">
              <Link to={`/customers/${appointment.customerId}`}>{appointment.customer}</Link>
              {!disabled && (
                <button className="linkish small" onClick={() => void choose(null, null)}>
                  Change
                </button>
              )}
            </span>
          </Row>
          <Row label="Vehicle">
            <select
              aria-label="Vehicle"
              disabled={disabled}
              value={appointment.vehicleId ?? ''}
              onChange={(event) => void choose(appointment.customerId, Number(event.target.value) || null)}
            >
              <option value="">not chosen yet</option>
              {appointment.vehicles.map((v) => (
                <option key={v.id} value={v.id}>
                  {[v.plate, v.description].filter(Boolean).join(' ')}
                </option>
              ))}
            </select>
          </Row>
        </>
      ) : (
        <>
          <WhoField appointment={appointment} disabled={disabled} choose={choose} set={set} />
          <Row label="Phone">
            <EditCell label="Phone" value={appointment.phone} disabled={disabled} commit={set('phone', 'Phone', appointment.phone)} />
          </Row>
          <Row label="Vehicle">
            <EditCell
              label="Vehicle in words"
              value={appointment.vehicle}
              disabled={disabled}
              placeholder="Blue Tarnow wagon"
              commit={set('vehicle', 'Vehicle', appointment.vehicle)}
            />
          </Row>
        </>
      )}
    </div>
  );
}

function WhoField({
  appointment,
  disabled,
  choose,
  set,
}: Pick<Props, 'appointment' | 'disabled' | 'set'> & {
  choose: (customerId: number | null, vehicleId: number | null) => Promise<unknown>;
}) {
  const say = useSay();
  const [text, setText] = useState<string | null>(null);
  const typed = text ?? '';
  const { data, isPlaceholderData, isLoading } = useFind(typed, typed.trim().length > 1);
  const found = (data ?? []).filter((f) => f.kind === 'Customer' || f.kind === 'Vehicle');
  const name = () => {
    if (text === null || text.trim() === appointment.customer) return;
    void set('name', 'Name', appointment.customer)(text.trim()).catch(say.refused);
    setText(null);
  };
  const take = (f: Found) => {
    setText(null);
    if (f.kind === 'Customer') void choose(f.id, null);
    else if (f.customerId) void choose(f.customerId, f.id);
  };
  return (
    <Row label="Customer">
      <Combo
        className="grow"
        label="Customer"
        placeholder="Name, phone, plate"
        text={text ?? appointment.customer}
        disabled={disabled}
        onText={setText}
        clearOnTake={false}
        pending={isPlaceholderData || isLoading}
        choices={
          typed.trim().length > 1
            ? found.map((f) => ({ key: `${f.kind}${f.id}`, kind: '', content: <FoundRow found={f} />, take: () => take(f) }))
            : []
        }
        free={{ onEnter: name }}
        onLeave={name}
      />
    </Row>
  );
}
