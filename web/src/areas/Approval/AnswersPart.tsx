import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day, moment, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Part } from '../../ui/Fields';
import '../../ui/approval.css';

const KINDS: Record<Schemas['DecisionKind'], string> = {
  Approved: 'approved',
  Declined: 'declined',
  Deferred: 'deferred',
  AnotherVisit: 'approved for next visit',
  Proposed: 'answer cleared',
};
const HOW: Record<Schemas['AnswerChannel'], string> = {
  InPerson: 'in person',
  Phone: 'by phone',
  Message: 'by message',
  Link: 'online',
};

/** Every answer that was given, with what was shown then and the signature under it. */
export function AnswersPart({ orderId }: { orderId: number }) {
  const shop = useShop();
  const now = useNow();
  const answers = useQuery({
    queryKey: ['order', orderId, 'decisions'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/decisions', { signal, params: { path: { id: orderId } } })),
  });
  if (!answers.data || answers.data.length === 0) return null;
  return (
    <Part title="Customer answers">
      <ul className="sent-links">
        {answers.data.map((answer) => (
          <li key={answer.id}>
            <b>{answer.job}</b>: {KINDS[answer.kind]}
            {answer.deferUntil ? ` until ${day(`${answer.deferUntil}T00:00:00`, now)}` : ''}
            {answer.deferAtReading ? ` or ${answer.deferAtReading.toLocaleString('en-US')}` : ''}
            <div className="soft small">
              {[
                `${answer.decidedBy} ${HOW[answer.channel]}`,
                shop ? moment(wallTime(answer.at, shop.timeZone), now) : '',
                `asked by ${answer.askedBy}`,
                `approved ${amount(answer.amountAgreed)} total`,
                answer.leftOut ? `except ${answer.leftOut}` : '',
                answer.note,
              ]
                .filter(Boolean)
                .join(' · ')}
            </div>
            {answer.acknowledged && <div className="small">Acknowledged: {answer.acknowledged}</div>}
            <div className="small row">
              {answer.shownId !== null && (
                <a
                  href={`/api/shown-copies/${answer.shownId}/estimate.pdf`}
                  target="_blank"
                  rel="noreferrer"
                  title={`SHA-256 ${answer.shownHash}`}
                >
                  Copy of what the customer saw
                </a>
              )}
              {answer.signed && (
                <a href={`/api/decisions/${answer.id}/signature.png`} target="_blank" rel="noreferrer">
                  Signature
                </a>
              )}
              {!answer.intact && (
                <span className="stop strong">
                  This copy has been changed: its fingerprint does not match. Do not rely on it; compare it with a backup.
                </span>
              )}
            </div>
          </li>
        ))}
      </ul>
    </Part>
  );
}
