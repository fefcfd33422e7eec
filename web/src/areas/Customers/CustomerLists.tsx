import { useState, type ReactNode } from 'react';
import { unitAmount } from '../../lib/format';
import { Check } from '../../ui/Check';
import { EditCell } from '../../ui/EditCell';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';
import type { CustomerEdits, CustomerPageView } from './useRecords';

interface Props {
  customer: CustomerPageView;
  edits: CustomerEdits;
  disabled: boolean;
}

const TEXTS = [
  ['', 'texts: not asked'],
  ['yes', 'OK to text'],
  ['no', 'Do not text'],
] as const;

/** Phones, email addresses, contacts, sites, rates of the account's own. */
export function CustomerLists({ customer, edits, disabled }: Props) {
  const say = useSay();
  const set = (list: string, id: number, field: string) => (text: string) => edits.item(list, id, field, text);
  const choose = (list: string, id: number, field: string, value: string) => void edits.item(list, id, field, value).catch(say.refused);
  const row = (list: string, id: number, words: string, cells: ReactNode) => (
    <div className={`item-row ${list === 'contacts' ? 'two-lines' : ''}`} key={`${list}${id}`}>
      {cells}
      {!disabled && (
        <button
          className="more"
          aria-label={`Remove ${words}`}
          title={`Remove ${words}`}
          onClick={() => void edits.removeItem(list, id).then(() => say.done(`${words} removed.`), say.refused)}
        >
          ×
        </button>
      )}
    </div>
  );
  return (
    <>
      <Part title="Phones and email">
        {customer.phones.map((phone) =>
          row(
            'phones',
            phone.id,
            phone.shown,
            <>
              <EditCell label={`Phone ${phone.shown}`} value={phone.shown} commit={set('phones', phone.id, 'number')} disabled={disabled} />
              <EditCell
                label={`Type of ${phone.shown}`}
                value={phone.purpose}
                commit={set('phones', phone.id, 'purpose')}
                placeholder="mobile, work…"
                disabled={disabled}
              />
              <select
                aria-label={`Texts to ${phone.shown}`}
                value={phone.texts === null ? '' : phone.texts ? 'yes' : 'no'}
                disabled={disabled}
                onChange={(event) => choose('phones', phone.id, 'texts', event.target.value)}
              >
                {TEXTS.map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            </>,
          ),
        )}
        {customer.emails.map((email) =>
          row(
            'emails',
            email.id,
            email.address,
            <>
              <EditCell
                label={`Email ${email.address}`}
                value={email.address}
                commit={set('emails', email.id, 'address')}
                disabled={disabled}
              />
              <EditCell
                label={`Type of ${email.address}`}
                value={email.purpose}
                commit={set('emails', email.id, 'purpose')}
                placeholder="mobile, work…"
                disabled={disabled}
              />
            </>,
          ),
        )}
        {!disabled && (
          <div className="item-adds">
            <Add label="Add a phone" commit={(text) => edits.item('phones', null, 'number', text)} />
            <Add label="Add an email" commit={(text) => edits.item('emails', null, 'address', text)} />
          </div>
        )}
      </Part>
      <Part title="Contacts and sites">
        {customer.contacts.map((contact) =>
          row(
            'contacts',
            contact.id,
            contact.name,
            <>
              <EditCell
                label={`Contact ${contact.name}`}
                value={contact.name}
                commit={set('contacts', contact.id, 'name')}
                disabled={disabled}
              />
              <EditCell
                label={`Role of ${contact.name}`}
                value={contact.role}
                commit={set('contacts', contact.id, 'role')}
                placeholder="role"
                disabled={disabled}
              />
              <EditCell
                label={`Phone of ${contact.name}`}
                value={contact.phone}
                commit={set('contacts', contact.id, 'phone')}
                placeholder="phone"
                disabled={disabled}
              />
              <EditCell
                label={`Email of ${contact.name}`}
                value={contact.email}
                commit={set('contacts', contact.id, 'email')}
                placeholder="email"
                disabled={disabled}
              />
              <span className="small nowrap" title="Gets a copy of messages about repair orders that name them">
                <Check
                  checked={contact.copied}
                  disabled={disabled}
                  onCheck={(on) => edits.item('contacts', contact.id, 'copied', on ? 'yes' : 'no')}
                >
                  gets copies
                </Check>
              </span>
            </>,
          ),
        )}
        {customer.sites.map((site) =>
          row(
            'sites',
            site.id,
            site.name,
            <>
              <EditCell label={`Site ${site.name}`} value={site.name} commit={set('sites', site.id, 'name')} disabled={disabled} />
              <EditCell
                label={`Address of ${site.name}`}
                value={site.address.replaceAll('\n', ', ')}
                commit={set('sites', site.id, 'address')}
                placeholder="address"
                disabled={disabled}
              />
            </>,
          ),
        )}
        {!disabled && (
          <div className="item-adds">
            <Add label="Add a contact" commit={(text) => edits.item('contacts', null, 'name', text)} />
            <Add label="Add a site" commit={(text) => edits.item('sites', null, 'name', text)} />
          </div>
        )}
      </Part>
      {(customer.rates.length > 0 || customer.fields.businessName) && (
        <Part title="Custom labor rates">
          {customer.rates.map((rate) =>
            row(
              'rates',
              rate.id,
              rate.name,
              <>
                <span className="strong">{rate.name}</span>
                <EditCell
                  label={`Custom rate for ${rate.name}`}
                  className="right"
                  value={unitAmount(rate.rate)}
                  commit={set('rates', rate.id, 'rate')}
                  disabled={disabled}
                />
                {!rate.known && <span className="small stop">this rate is no longer in the pricing rules; remove it or rename it</span>}
              </>,
            ),
          )}
          {!disabled && (
            <select
              aria-label="Add custom rate"
              value=""
              onChange={(event) => event.target.value && void edits.item('rates', null, 'name', event.target.value).catch(say.refused)}
            >
              <option value="">Add a rate…</option>
              {customer.rateNames
                .filter((name) => !customer.rates.some((rate) => rate.name === name))
                .map((name) => (
                  <option key={name}>{name}</option>
                ))}
            </select>
          )}
        </Part>
      )}
    </>
  );
}

/** A button that becomes a field; what is typed in it makes the new row. */
function Add({ label, commit }: { label: string; commit: (text: string) => Promise<unknown> }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <button className="linkish" onClick={() => setOpen(true)}>
        {label}
      </button>
    );
  return (
    <EditCell
      label={label}
      value=""
      autoFocus
      placeholder={label}
      commit={async (text) => {
        await commit(text);
        setOpen(false);
      }}
    />
  );
}
