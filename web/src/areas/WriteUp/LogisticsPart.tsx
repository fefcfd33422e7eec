import type { Schemas } from '../../lib/api';
import type { Logistics } from './draft';

interface Props {
  record?: Schemas['CustomerSummary'];
  counter: boolean;
  value: Logistics;
  onValue: (value: Logistics) => void;
}

const CHECKS = [
  ['customerWaits', 'Customer waiting'],
  ['oldPartsBack', 'Return old parts'],
  ['washingWanted', 'Wash before pickup'],
  ['hasPriority', 'Priority'],
] as const;

/** Waiting, old parts, washing, priority; of a business whom to talk to and which site it is for. */
export function LogisticsPart({ record, counter, value, onValue }: Props) {
  return (
    <>
      <div className="checks">
        {CHECKS.filter(([field]) => !counter || field !== 'washingWanted').map(([field, label]) => (
          <label key={field} className="row">
            <input type="checkbox" checked={value[field]} onChange={(event) => onValue({ ...value, [field]: event.target.checked })} />
            {label}
          </label>
        ))}
      </div>
      {record && record.contacts.length + record.sites.length > 0 && (
        <div className="pair">
          <Choose
            label="Contact"
            none="the customer"
            choices={record.contacts}
            value={value.contactId}
            onValue={(contactId) => onValue({ ...value, contactId })}
          />
          <Choose
            label="Site"
            none="none"
            choices={record.sites}
            value={value.siteId}
            onValue={(siteId) => onValue({ ...value, siteId })}
          />
        </div>
      )}
    </>
  );
}

interface ChooseProps {
  label: string;
  none: string;
  choices: Schemas['CustomerChoice'][];
  value: number | null;
  onValue: (id: number | null) => void;
}

function Choose({ label, none, choices, value, onValue }: ChooseProps) {
  if (choices.length === 0) return null;
  return (
    <label className="labelled">
      <span>{label}</span>
      <select aria-label={label} value={value ?? ''} onChange={(event) => onValue(event.target.value ? Number(event.target.value) : null)}>
        <option value="">{none}</option>
        {choices.map((choice) => (
          <option key={choice.id} value={choice.id}>
            {choice.name}
          </option>
        ))}
      </select>
    </label>
  );
}
