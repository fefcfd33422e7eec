import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { holding } from '../../lib/outside';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Labelled } from '../../ui/Labelled';
import { HowSaid } from '../Approval/HowSaid';
import { useSay } from '../../ui/Toasts';
import { takeKey, type TakeOver } from './takeOver';

type Item = Schemas['Advisory'];

const WORDS: Record<Item['urgency'], string> = { Heed: 'alert', Due: 'due', Soon: 'soon', Later: 'later' };
const ORDER: Item['urgency'][] = ['Heed', 'Due', 'Soon', 'Later'];
const FEW = 7;

interface Asked {
  customerId: number | null;
  vehicleId: number | null;
  /** A vehicle that is new to the shop, as it is typed. */
  typed?: Schemas['VehicleInput'];
  odometer: string;
  /** Keys of the canned jobs that are chosen already. */
  canned: number[];
  /** Beside an open order: it is not read again with every edit, which is an edit of the vehicle's order as well. */
  beside?: boolean;
}

interface Props extends Asked {
  taken: TakeOver[];
  onTaken: (taken: TakeOver[]) => void;
}

/** What is known of a customer and a vehicle: from the shop's own records at once, from outside when it answers. */
export function useKnown({ customerId, vehicleId, typed, odometer, canned, beside = false }: Asked) {
  const reading = useDebouncedValue(odometer);
  const chosen = canned.join(',');
  const more = { ...(reading ? { odometer: reading } : {}), ...(chosen ? { canned: chosen } : {}) };
  const known = useQuery({
    queryKey: [beside ? 'alerts' : 'known', customerId, vehicleId, reading, chosen],
    staleTime: beside ? 300_000 : 0,
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/write-up/known', {
          signal,
          params: { query: { ...(customerId ? { customer: customerId } : {}), ...(vehicleId ? { vehicle: vehicleId } : {}), ...more } },
        }),
      ),
    enabled: customerId !== null || vehicleId !== null,
    placeholderData: (before) => before,
  });
  const question = useQuestion(vehicleId, typed);
  const outside = useQuery({
    queryKey: ['known-outside', question, reading, chosen],
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/write-up/known-outside', { signal, params: { query: { ...(JSON.parse(question) as object), ...more } } })),
    enabled: question !== '',
    placeholderData: (before, query) => (query?.queryKey[1] === question ? before : undefined),
    ...holding(60_000),
  });
  const items = [...(known.data ?? []), ...(question === '' ? [] : (outside.data?.items ?? []))].sort(
    (one, other) => ORDER.indexOf(one.urgency) - ORDER.indexOf(other.urgency),
  );
  return { known, outside, asksOutside: question !== '', items };
}

/** What is known already, the most pressing first. */
export function KnownPart({ taken, onTaken, ...asked }: Props) {
  const found = useKnown(asked);
  if (asked.customerId === null && !found.asksOutside) return null;
  return (
    <section className="panel" aria-labelledby="known-title">
      <h2 id="known-title">Alerts and history</h2>
      <KnownList
        {...found}
        on={(item) => item.take !== null && taken.some((t) => takeKey(t) === takeKey(item.take!))}
        onTake={(take, on) => onTaken(on ? taken.filter((t) => takeKey(t) !== takeKey(take)) : [...taken, take])}
      />
    </section>
  );
}

interface ListProps extends ReturnType<typeof useKnown> {
  /** It is taken over already. */
  on: (item: Item) => boolean;
  onTake: (take: TakeOver, on: boolean) => void;
}

/** What is known, each taken over or deferred with a key. */
export function KnownList({ known, outside, asksOutside, items, on, onTake }: ListProps) {
  const [puttingOff, setPuttingOff] = useState<Item | null>(null);
  const [all, setAll] = useState(false);
  // What is pressing is always in sight; of the rest only as much as does not push the page down.
  const shown = all ? items : items.filter((item, i) => i < FEW || item.isPressing || on(item));
  return (
    <>
      {known.isPending && known.fetchStatus !== 'idle' ? (
        <p className="soft">Looking…</p>
      ) : items.length === 0 && !outside.isLoading ? (
        <p className="soft">No alerts, no open repair orders, no deferred work.</p>
      ) : (
        <ul className="known" onKeyDown={walk}>
          {shown.map((item, i) => (
            <KnownRow
              first={i === shown.findIndex(acts)}
              key={item.take ? takeKey(item.take) : `${item.kind}${item.orderId ?? ''}${i}`}
              item={item}
              on={on(item)}
              onTake={() => onTake(item.take!, on(item))}
              onPutOff={() => setPuttingOff(item)}
            />
          ))}
        </ul>
      )}
      {shown.length < items.length && (
        <button type="button" className="linkish" onClick={() => setAll(true)}>
          {items.length - shown.length} more, nothing urgent
        </button>
      )}
      {asksOutside && outside.isLoading && <p className="soft small">Checking maintenance, recalls and vehicle history…</p>}
      {asksOutside &&
        (outside.error ? [sentence(outside.error)] : (outside.data?.sentences ?? [])).map((text) => (
          <p key={text} className="soft small">
            {text}
          </p>
        ))}
      {puttingOff && <PutOff item={puttingOff} onClose={() => setPuttingOff(null)} />}
    </>
  );
}

/**
 * What the outside is asked about, as JSON: a vehicle on file, or one that is typed as soon as its VIN or its make and model are there.
 * Empty while there is nothing to ask.
 */
function useQuestion(vehicleId: number | null, typed?: Schemas['VehicleInput']): string {
  const of = (text: string | null | undefined) => (text ?? '').trim();
  const [vin, make, model] = [of(typed?.vin), of(typed?.make), of(typed?.model)];
  const enough = typed !== undefined && (vin.length === 17 || (make !== '' && model !== ''));
  const asked = enough ? JSON.stringify({ vin, make, model, engine: of(typed.engine), year: of(typed.year) }) : '';
  const settled = useDebouncedValue(asked);
  return vehicleId !== null ? JSON.stringify({ vehicle: vehicleId }) : asked === '' ? '' : settled;
}

/** True where something can be done about it. */
const acts = (item: Item) => item.take !== null || item.orderId !== null;

/** Arrows go through the list, which Tab passes in one step. */
function walk(event: KeyboardEvent<HTMLElement>) {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const stops = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-stop]')];
  const next = stops[stops.indexOf(document.activeElement as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1)];
  if (!next) return;
  event.preventDefault();
  stops.forEach((stop) => (stop.tabIndex = stop === next ? 0 : -1));
  next.focus();
}

interface RowProps {
  item: Item;
  /** The row at which Tab arrives. */
  first: boolean;
  on: boolean;
  onTake: () => void;
  onPutOff: () => void;
}

/** One thing that is known: taken over with one key, put off with another. */
function KnownRow({ item, first, on, onTake, onPutOff }: RowProps) {
  const [open, setOpen] = useState(false);
  const more = item.more ?? [];
  return (
    <li>
      <span className={`urgency ${item.urgency === 'Heed' || item.urgency === 'Due' ? 'strong' : 'soft'}`}>{WORDS[item.urgency]}</span>
      <span className="grow">
        <span className={item.urgency === 'Heed' ? 'strong' : ''}>{item.title}</span>
        <span className="soft small block">
          {item.detail}
          {more.length > 0 && (
            <>
              {' '}
              <button
                type="button"
                className="linkish small"
                tabIndex={-1}
                title="Right arrow shows more"
                aria-expanded={open}
                onClick={() => setOpen(!open)}
              >
                {open ? 'Show less' : 'Show more'}
              </button>
            </>
          )}
        </span>
        {open &&
          more.map((text) => (
            <span key={text} className="small block">
              {text}
            </span>
          ))}
        {item.resets && <span className="small block strong">Covered by the work you chose. The reminder resets when it is invoiced.</span>}
      </span>
      {item.orderId !== null && item.take === null && (
        <Link data-stop tabIndex={first ? 0 : -1} to={`/orders/${item.orderId}`}>
          {item.kind === 'OpenOrder' ? 'Open' : 'View'}
        </Link>
      )}
      {item.take !== null && !(item.resets && !on) && (
        <>
          <button
            type="button"
            data-stop
            tabIndex={first ? 0 : -1}
            className="take"
            aria-pressed={on}
            onClick={onTake}
            onKeyDown={(event) => {
              if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') setOpen(event.key === 'ArrowRight');
              if (on || item.jobId === null || event.key.toLowerCase() !== 'p') return;
              event.preventDefault();
              onPutOff();
            }}
          >
            {on ? 'Added' : item.kind === 'Warranty' ? 'Comeback' : 'Add to order'}
          </button>
          {!on && item.jobId !== null && (
            <button type="button" className="linkish" tabIndex={-1} onClick={onPutOff} title="Press P to defer">
              Defer…
            </button>
          )}
        </>
      )}
    </li>
  );
}

/** Put off again, with the reason. */
function PutOff({ item, onClose }: { item: Item; onClose: () => void }) {
  const [until, setUntil] = useState('in 3 months');
  const [reason, setReason] = useState('');
  const [channel, setChannel] = useState<Schemas['AnswerChannel']>('InPerson');
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const refresh = useRefresh();
  const say = useSay();
  const put = async () => {
    try {
      await unwrap(
        api.POST('/api/orders/{id}/jobs/{jobId}/put-off', {
          params: { path: { id: item.orderId!, jobId: item.jobId! } },
          body: { until, reason, channel },
        }),
      );
      onClose();
      await refresh(['known'], ['alerts']);
      say.done(until.trim() === '' ? `Declined: ${item.title}.` : `Deferred: ${item.title}.`);
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
    }
  };
  return (
    <form
      className="put-off"
      aria-label={`Put ${item.title} off`}
      onSubmit={(event) => {
        event.preventDefault();
        void put();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className="strong">Defer “{item.title}” again</div>
      <div className="pair">
        <Labelled
          label="Reason"
          value={reason}
          onText={setReason}
          autoFocus
          problem={problem?.field === 'reason' ? problem.text : undefined}
        />
        <Labelled
          label="Until (leave blank if they don't want it)"
          value={until}
          onText={setUntil}
          problem={problem?.field === 'until' ? problem.text : undefined}
        />
      </div>
      <HowSaid value={channel} onChange={setChannel} />
      {problem && !['reason', 'until'].includes(problem.field ?? '') && (
        <p className="field-problem" role="alert">
          {problem.text}
        </p>
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          Defer
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
