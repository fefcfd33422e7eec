import { useEffect, useRef, useState } from 'react';
import { FoundRow, useFind } from '../Customers/FindField';
import type { Schemas } from '../../lib/api';
import { day } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Combo } from '../../ui/Combo';
import { Labelled } from '../../ui/Labelled';
import { LabelledSelect } from '../../ui/LabelledSelect';
import { emptyCustomer, type NewCustomer } from './draft';
import { AlikeList, DirectoryProposal } from './Proposals';

interface Props {
  id: number | null;
  record?: Schemas['CustomerSummary'];
  typed: NewCustomer;
  onTyped: (typed: NewCustomer) => void;
  /** A new one is being typed. */
  adding: boolean;
  onAdding: (adding: boolean) => void;
  /** Begins a new record with what was typed to find one. */
  onBegin: (text: string) => Promise<unknown>;
  onChoose: (id: number | null, vehicleId?: number) => void;
  problem: { field?: string; text: string } | null;
}

/** Who it is: found, or new. */
export function CustomerPart({ id, record, typed, onTyped, adding, onAdding, onBegin, onChoose, problem }: Props) {
  const [text, setText] = useState('');
  const shop = useShop();
  const now = useNow();
  const { data, isPlaceholderData, isLoading } = useFind(text, id === null && !adding);
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (adding) first.current?.focus();
  }, [adding]);
  const problemOf = (field: string) => (problem?.field === `customer.${field}` ? problem.text : undefined);
  const people = (data ?? [])
    .filter((found) => (found.kind !== 'Order' && found.kind !== 'FormerOrder') || found.customerId)
    .slice(0, text.trim() ? 12 : 4);
  const set = (field: keyof NewCustomer) => (value: string) => onTyped({ ...typed, [field]: value });

  return (
    <section className="panel" aria-labelledby="customer-title">
      <h2 id="customer-title">Customer</h2>
      {id !== null ? (
        <div className="chosen">
          <span className="grow">
            <span className="name">{record?.name ?? '…'}</span>
            <span className="soft"> {record?.phones.join(' · ')}</span>
            <div className="soft small">
              {record &&
                [
                  record.visits === 1 ? '1 visit' : `${record.visits} visits`,
                  record.exemptToday &&
                    `tax exempt (${record.taxExempt})${record.taxExemptUntil ? ` until ${day(record.taxExemptUntil, now)}` : ''}`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
            </div>
          </span>
          {record?.doNotServe && <span className="stop strong">Do not serve: {record.doNotServe}</span>}
          {record?.alert && <span className="alert-mark">{record.alert}</span>}
          <button className="linkish" onClick={() => onChoose(null)}>
            Change customer
          </button>
        </div>
      ) : adding ? (
        <>
          <div className="pair">
            <Labelled
              label="First name"
              value={typed.firstName ?? ''}
              onText={set('firstName')}
              inputRef={first}
              problem={problemOf('firstName')}
            />
            <Labelled label="Last name" value={typed.lastName ?? ''} onText={set('lastName')} problem={problemOf('lastName')} />
          </div>
          <Labelled
            label="Business name (optional)"
            value={typed.businessName ?? ''}
            onText={set('businessName')}
            problem={problemOf('businessName')}
          />
          <div className="pair">
            <Labelled label="Phone" value={typed.phone ?? ''} onText={set('phone')} problem={problemOf('phone')} inputMode="tel" />
            <Labelled label="Email" value={typed.email ?? ''} onText={set('email')} problem={problemOf('email')} inputMode="email" />
          </div>
          <LabelledSelect
            label="How they heard of the shop"
            value={typed.source ?? ''}
            choices={[['', 'ask before the invoice'], ...(shop?.customerSources ?? []).map((source) => [source, source] as const)]}
            onChange={set('source')}
          />
          <DirectoryProposal
            phone={typed.phone ?? ''}
            onTake={(entry) => onTyped({ ...typed, firstName: entry.firstName, lastName: entry.lastName, address: entry.address })}
          />
          {typed.address && <Labelled label="Address" value={typed.address} onText={set('address')} problem={problemOf('address')} />}
          <AlikeList
            typed={{
              firstName: typed.firstName,
              lastName: typed.lastName,
              businessName: typed.businessName,
              phone: typed.phone,
              email: typed.email,
            }}
            onTake={onChoose}
          />
          <div>
            <button
              className="linkish"
              onClick={() => {
                onAdding(false);
                onTyped(emptyCustomer);
              }}
            >
              Search existing customers
            </button>
          </div>
        </>
      ) : (
        <Combo
          className="field"
          autoFocus
          label="Phone, name, plate"
          placeholder="Phone, name, plate…"
          text={text}
          onText={setText}
          clearOnTake={false}
          pending={isPlaceholderData || isLoading}
          choices={[
            ...people.map((found) => ({
              key: `${found.kind}${found.id}`,
              kind: found.kind === 'Vehicle' ? 'Vehicle' : found.kind === 'Customer' ? 'Customer' : 'Recent',
              content: <FoundRow found={found} />,
              take: () => onChoose(found.customerId, found.vehicleId ?? undefined),
            })),
            {
              key: 'new',
              kind: 'New',
              content: <span>{text.trim() ? `New customer "${text.trim()}"` : 'New customer'}</span>,
              take: () => void onBegin(text),
            },
          ]}
        />
      )}
      {problem?.field === 'customer' && (
        <div className="field-problem" role="alert">
          {problem.text}
        </div>
      )}
    </section>
  );
}
