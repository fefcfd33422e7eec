import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { amount } from '../../../lib/format';
import { useActions, useTotals } from '../../../lib/order/useSheet';
import { FailedParts } from './FailedParts';
import { Combo } from '../../../ui/Combo';
import { Field } from '../../../ui/Fields';
import { useSay } from '../../../ui/Toasts';
import { FoundRow, useFind } from '../../Customers/FindField';

type Job = Schemas['SheetJob'];

const CLAIMS: Record<Schemas['ClaimState'], string> = {
  NotFiled: 'not filed yet',
  Filed: 'filed, no answer yet',
  Authorized: 'authorized',
  Denied: 'denied',
};

/** Who pays for a job: the customer, another account with what was agreed with it, or the shop itself. */
export function PaidBy({ job }: { job: Job }) {
  const { orderId, edits, closed } = useActions();
  const say = useSay();
  const [choosing, setChoosing] = useState(false);
  const [text, setText] = useState('');
  const { data, isPlaceholderData, isLoading } = useFind(text, text.trim().length > 1);
  const accounts = (data ?? []).filter((found) => found.kind === 'Customer');
  const set = (value: string) => {
    setChoosing(false);
    setText('');
    void edits.job(job, 'payer', job.payer, value).catch(say.refused);
  };
  const suppliers = useQuery({
    queryKey: ['supplier-payers', job.id],
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/orders/{id}/jobs/{jobId}/supplier-payers', { signal, params: { path: { id: orderId, jobId: job.id } } })),
    enabled: job.isComeback && !closed,
    staleTime: 600_000,
  });
  const isAccount = job.payer !== 'Customer' && job.payer !== 'Shop';
  return (
    <>
      <div className="field-row">
        <span className="soft">Paid by</span>
        <select
          aria-label="Paid by"
          value={choosing || isAccount ? 'Account' : job.payer}
          disabled={closed}
          onChange={(event) => (event.target.value === 'Account' ? setChoosing(true) : set(event.target.value))}
        >
          <option value="Customer">the customer</option>
          <option value="Account">{isAccount && !choosing ? job.payerWords : 'another account: contract, warranty, insurer'}</option>
          <option value="Shop">the shop (internal)</option>
          {(suppliers.data?.length ?? 0) > 0 && (
            <optgroup label="The supplier, under their warranty">
              {suppliers.data?.map((supplier) => (
                <option key={supplier.key} value={supplier.key}>
                  {supplier.name}
                  {supplier.soldThePart && ', sold the part'}
                </option>
              ))}
            </optgroup>
          )}
        </select>
      </div>
      {(choosing || isAccount) && !closed && (
        <div className="field-row">
          <span className="soft">{isAccount ? 'Choose another account' : 'Account'}</span>
          <Combo
            className="grow"
            label="Account that pays"
            placeholder="Name of the payer; it needs a customer record"
            text={text}
            onText={setText}
            pending={isPlaceholderData || isLoading}
            choices={accounts.map((found) => ({
              key: String(found.id),
              kind: '',
              content: <FoundRow found={found} />,
              take: () => set(String(found.id)),
            }))}
            none="Nobody of that name is on file. Add them under Customers first."
            autoFocus={choosing}
          />
        </div>
      )}
      {job.creditLost && (
        <p className="caution small" role="status">
          {job.creditLost}
        </p>
      )}
      {isAccount && <Terms customerId={Number(job.payer)} />}
      {job.payer === 'Shop' && <p className="soft small">An invoice of its own at no price to the customer: goodwill or a comeback.</p>}
      {job.isComeback && <FailedParts job={job} />}
    </>
  );
}

/** What was agreed with an account that pays. */
function Terms({ customerId }: { customerId: number }) {
  const { edits, closed } = useActions();
  const say = useSay();
  const { payers } = useTotals();
  const payer = payers.find((p) => p.customerId === customerId);
  if (!payer?.terms) return null;
  const { terms } = payer;
  const set = (field: string, before: string) => (value: string) =>
    edits.payer(payer.name, customerId, field, before, value, terms.version);
  return (
    <>
      <Field
        label="Deductible, paid by the customer"
        value={terms.deductible}
        commit={set('deductible', terms.deductible)}
        disabled={closed}
        placeholder="none"
      />
      <Field
        label="Authorization number"
        value={terms.authorizationNumber}
        commit={set('authorizationNumber', terms.authorizationNumber)}
        disabled={closed}
        placeholder="not authorized yet"
      />
      <Field
        label="Authorized up to"
        value={terms.authorized}
        commit={set('authorized', terms.authorized)}
        disabled={closed}
        placeholder="no amount"
      />
      <div className="field-row">
        <span className="soft">Claim</span>
        <select
          aria-label="Claim"
          value={terms.claim}
          disabled={closed}
          onChange={(event) => void set('claim', terms.claim)(event.target.value).catch(say.refused)}
        >
          {Object.entries(CLAIMS).map(([claim, words]) => (
            <option key={claim} value={claim}>
              {words}
            </option>
          ))}
        </select>
      </div>
      <p className="soft small">
        {payer.name} pays {amount(payer.due)}.
      </p>
    </>
  );
}
