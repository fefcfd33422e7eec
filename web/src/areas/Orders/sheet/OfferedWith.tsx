import type { Schemas } from '../../../lib/api';
import { useSay } from '../../../ui/Toasts';
import { focusLine } from './grid';
import { useActions } from '../../../lib/order/useSheet';

type Kind = Schemas['RelatedWorkKind'];

const LEAD: Record<Kind, string> = { Addition: 'Also offer', Work: 'Add labor', Instead: 'Replace with' };
const KINDS: Kind[] = ['Addition', 'Work', 'Instead'];

/** What goes with a job: one press takes it. */
export function OfferedWith({ offers }: { offers: Schemas['RelatedWorkOffer'][] }) {
  const { edits } = useActions();
  const say = useSay();
  const take = (offer: Schemas['RelatedWorkOffer']) =>
    void edits
      .take(offer.take, offer.title)
      .then((taken) => {
        if (offer.kind === 'Instead') say.done(`Replaced with ${offer.title}.`, () => edits.history.undo());
        focusLine(taken.lineId, taken.column, taken.jobId);
      })
      .catch(say.refused);
  return (
    <div className="offered">
      {KINDS.map((kind) => {
        const these = offers.filter((offer) => offer.kind === kind);
        return (
          these.length > 0 && (
            <span key={kind} className="row">
              <span className="soft small">{LEAD[kind]}</span>
              {these.map((offer) => (
                <button key={offer.title} className="chip" onClick={() => take(offer)}>
                  {kind === 'Instead' ? '⇄' : '+'} {offer.title} <span className="soft">{offer.figure}</span>
                </button>
              ))}
            </span>
          )
        );
      })}
    </div>
  );
}
