import { useQueries, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { amount, figure } from '../../../lib/format';
import { holding } from '../../../lib/outside';
import { useShop } from '../../../lib/shop';
import { Empty, Loading } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { CarQuestions } from '../sheet/CarQuestions';
import { useActions, useJobs, wanted, type Line } from '../../../lib/order/useSheet';
import { GuidePanel } from './GuidePanel';
import { Search } from './Search';
import { Panel } from '../../../ui/Panel';

type Offer = Schemas['SourcingOffer'];

/** Lines that want a source, one after the other: parts from stock and suppliers side by side, labor from the guide. */
export function SourcePanel({ lineIds, find, onClose }: { lineIds: number[]; find?: string; onClose: () => void }) {
  const jobs = useJobs();
  const [at, setAt] = useState(0);
  const line = jobs.flatMap((job) => job.lines).find((l) => l.id === lineIds[at]);
  const next = () => (at + 1 < lineIds.length ? setAt(at + 1) : onClose());
  if (!line) {
    return (
      <Panel title="Compare stock and suppliers" onClose={onClose}>
        <Empty title="This line is no longer on the order">Close this panel to continue.</Empty>
      </Panel>
    );
  }
  if (line.kind === 'Labor') return <GuidePanel key={line.id} line={line} onClose={next} />;
  return (
    <PartSource
      key={line.id}
      line={line}
      find={find}
      place={lineIds.length > 1 ? `${at + 1} of ${lineIds.length}` : ''}
      onNext={next}
      onClose={onClose}
    />
  );
}

interface PartSourceProps {
  line: Line;
  /** What is searched for at first; what fits the line where nothing is said. */
  find?: string;
  place: string;
  onNext: () => void;
  onClose: () => void;
}

function PartSource({ line, find, place, onNext, onClose }: PartSourceProps) {
  const { orderId, edits, margins } = useActions();
  const say = useSay();
  const [search, setSearch] = useState(find ?? (line.partType ? '' : line.description));
  const [busy, setBusy] = useState(false);
  const words = search.trim();
  const query = words ? { q: words } : { type: line.partType };
  const own = useQuery({
    queryKey: ['side', orderId, 'stock', words || line.description],
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/orders/{id}/side-by-side/{source}', {
          signal,
          params: { path: { id: orderId, source: 'stock' }, query: { q: words || line.description } },
        }),
      ),
  });
  const shop = useShop();
  const asked = shop?.suppliers ?? [];
  const suppliers = useQueries({
    queries: asked.map(({ code: source }) => ({
      queryKey: ['side', orderId, source, query],
      queryFn: ({ signal }) =>
        unwrap(api.GET('/api/orders/{id}/side-by-side/{source}', { signal, params: { path: { id: orderId, source }, query } })),
      ...holding(2000),
    })),
  });
  const questions = suppliers.flatMap((s) => s.data?.questions ?? []).filter((q, i, all) => all.findIndex((x) => x.key === q.key) === i);
  const choose = async (offer: Offer) => {
    setBusy(true);
    try {
      await edits.take(wanted({ ...offer.take, lineId: line.id }), offer.title);
      onNext();
    } catch (error) {
      say.refused(error);
      setBusy(false);
    }
  };
  const column = (title: string, data: Schemas['SourcingAnswer'] | undefined, empty: string) => (
    <section key={title} className="source" aria-label={title}>
      <h3>{title}</h3>
      {!data && <Loading what={title} />}
      {data?.trouble && <p className="side-note">{data.trouble}</p>}
      {data?.offers.length === 0 && !data.trouble && <p className="soft small">{empty}</p>}
      {data?.offers.map((offer) => (
        <button
          key={offer.key}
          data-stop
          className={`offer ${offer.take.number === line.number && line.number ? 'taken' : ''}`}
          disabled={busy}
          onClick={() => void choose(offer)}
        >
          <span className="spread">
            <b className="clip">{offer.brand || offer.title}</b>
            <b>{amount(offer.each)}</b>
          </span>
          <span className="soft small clip block">
            {[offer.brand && offer.title, offer.quality, offer.condition !== 'new' && offer.condition].filter(Boolean).join(', ')}
          </span>
          <span className="small spread">
            <span>{offer.where}</span>
            <span>{offer.when}</span>
          </span>
          <span className="soft small spread">
            <span className="clip" title={offer.makersNumber ? `${offer.number}, replaces OE number ${offer.makersNumber}` : offer.number}>
              {offer.number}
            </span>
            <span className="nowrap">
              {margins && offer.unitCost !== null
                ? `cost ${amount(offer.unitCost)}${offer.marginPercent === null ? '' : `, ${Math.round(offer.marginPercent)}%`}`
                : ''}
              {offer.listPrice !== null && `${margins && offer.unitCost !== null ? ' · ' : ''}list ${amount(offer.listPrice)}`}
            </span>
          </span>
          {offer.age && <span className="caution small block">{offer.age}</span>}
        </button>
      ))}
    </section>
  );
  return (
    <Panel
      title={line.description}
      aside={[place, `needs ${figure(line.quantity ?? 1)} ${line.unit}`.trim()].filter(Boolean).join(' · ')}
      onClose={onClose}
      width={860}
    >
      <div className="row">
        <Search
          label="Search for another part"
          placeholder={line.partType ? 'Parts that fit are below. Type to search for others.' : 'Search by description or part number'}
          value={search}
          onText={setSearch}
        />
        {place && (
          <button className="linkish" onClick={onNext}>
            Skip
          </button>
        )}
      </div>
      {questions.length > 0 && <CarQuestions questions={questions} />}
      <div className="sources">
        {column('Stock', own.data, 'No matches on the shelves.')}
        {asked.map((supplier, i) =>
          column(supplier.name, suppliers[i]!.data, questions.length > 0 ? 'Answer the question above first.' : 'No fitting part.'),
        )}
      </div>
    </Panel>
  );
}
