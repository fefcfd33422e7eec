import Drawer from '@mui/material/Drawer';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../../lib/api';
import { moment } from '../../../lib/format';
import { useMay, useNow, useShop } from '../../../lib/shop';
import { Check } from '../../../ui/Check';
import { useSay } from '../../../ui/Toasts';
import { Field, Part } from '../../../ui/Fields';
import { FilesPart } from '../../Documents/FilesPart';
import { LabelsPart } from '../../Setup/customFields/LabelsPart';
import '../../../ui/records.css';
import { headerText, useActions, useHeader } from '../../../lib/order/useSheet';
import { HandlingPart } from './HandlingPart';
import styles from './DetailsDrawer.module.css';

const CHECKS = [
  ['onPremises', 'Vehicle is in the shop'],
  ['customerWaits', 'Customer waiting'],
  ['hasPriority', 'Priority'],
  ['oldPartsBack', 'Return old parts'],
  ['washingWanted', 'Wash before pickup'],
] as const;

/** Everything about an order that is not work: who, when, where, labels, files. */
export default function DetailsDrawer({ onClose, onEnd }: { onClose: () => void; onEnd: (making: 'ended' | 'void') => void }) {
  const mayEnd = useMay('EndOrders');
  const mayVoid = useMay('VoidOrders');
  const { orderId, edits, closed } = useActions();
  const head = useHeader();
  const shop = useShop();
  const now = useNow();
  const say = useSay();
  const record = useQuery({
    queryKey: ['customer', head.customer?.id, 'write-up'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers/{id}', { signal, params: { path: { id: head.customer!.id } } })),
    enabled: head.customer !== null,
  }).data;
  const set = (field: string) => (value: string) => edits.header(field, headerText(head, field), value, head.version);
  const quietly = (field: string, value: string) => void set(field)(value).catch(say.refused);
  return (
    <Drawer
      anchor="right"
      open
      onClose={onClose}
      slotProps={{ paper: { sx: { width: 460, p: 2, gap: 1.5, bgcolor: 'var(--paper)' }, 'aria-label': 'Details of the order' } }}
    >
      <div className="spread">
        <h2 className={styles.heading}>Details</h2>
        <button className="linkish" onClick={onClose}>
          Close
        </button>
      </div>
      <Part title="Requests and handling">
        <Field label="Title" value={head.title} commit={set('title')} disabled={closed} />
        <Field
          label="Drop-off"
          value={head.arrivesAt ? moment(head.arrivesAt, now) : ''}
          commit={set('arrivesAt')}
          disabled={closed}
          placeholder="not set"
        />
        <Choose
          label="Service writer"
          value={head.writerId}
          disabled={closed}
          choices={(shop?.staff ?? []).filter((s) => s.role !== 'Technician').map((s) => ({ id: s.id, name: s.shortName }))}
          onValue={(value) => quietly('writerId', value)}
        />
        {record && record.contacts.length > 0 && (
          <Choose
            label="Contact"
            none="the customer"
            value={head.contact?.id}
            disabled={closed}
            choices={record.contacts}
            onValue={(value) => quietly('contactId', value)}
          />
        )}
        {record && record.sites.length > 0 && (
          <Choose
            label="Site"
            none="none"
            value={head.site?.id}
            disabled={closed}
            choices={record.sites}
            onValue={(value) => quietly('siteId', value)}
          />
        )}
        {head.vehicle && (
          <>
            <Field label="Key location" value={head.keysAt} commit={set('keysAt')} disabled={closed} placeholder="key board, drop box…" />
            <Field label="Parked at" value={head.carAt} commit={set('carAt')} disabled={closed} placeholder="row 3, bay 2…" />
          </>
        )}
        <div className="checks">
          {CHECKS.filter(([field]) => head.vehicle || (field !== 'washingWanted' && field !== 'onPremises')).map(([field, label]) => (
            <Check key={field} checked={head[field]} disabled={closed} onCheck={(on) => set(field)(String(on))}>
              {label}
            </Check>
          ))}
        </div>
      </Part>
      {!closed && <HandlingPart orderId={orderId} />}
      <LabelsPart kind="Order" id={orderId} disabled={closed} />
      <FilesPart kind="Order" id={orderId} disabled={closed} />
      {((mayEnd && head.state === 'Open') || (mayVoid && (head.state === 'Open' || head.state === 'Ended'))) && (
        <Part title="Without an invoice">
          <div className="row">
            {mayEnd && head.state === 'Open' && (
              <button className="linkish" onClick={() => onEnd('ended')}>
                End without an invoice…
              </button>
            )}
            {mayVoid && (
              <button className="linkish" onClick={() => onEnd('void')}>
                Make it void…
              </button>
            )}
          </div>
        </Part>
      )}
    </Drawer>
  );
}

interface ChooseProps {
  label: string;
  none?: string;
  value: number | undefined;
  disabled: boolean;
  choices: { id: number; name: string }[];
  onValue: (value: string) => void;
}

function Choose({ label, none, value, disabled, choices, onValue }: ChooseProps) {
  return (
    <div className="field-row">
      <span className="soft">{label}</span>
      <select aria-label={label} value={value ?? ''} disabled={disabled} onChange={(event) => onValue(event.target.value)}>
        {none && <option value="">{none}</option>}
        {choices.map((choice) => (
          <option key={choice.id} value={choice.id}>
            {choice.name}
          </option>
        ))}
      </select>
    </div>
  );
}
