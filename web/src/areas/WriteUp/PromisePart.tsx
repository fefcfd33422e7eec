import { useQuery } from '@tanstack/react-query';
import { api, sentence, unwrap, type Schemas } from '../../lib/api';
import { moment } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { SegmentedControl } from '../../ui/SegmentedControl';
import type { WriteUpDraft } from './draft';
import { LogisticsPart } from './LogisticsPart';

interface Props {
  draft: WriteUpDraft;
  onDraft: (part: Partial<WriteUpDraft>) => void;
  record?: Schemas['CustomerSummary'];
  problemOf: (field: string) => string | undefined;
}

/** How a time is understood that is being typed. */
function useMoment(text: string, enabled: boolean) {
  return useQuery({
    queryKey: ['moment', text],
    queryFn: ({ signal }) => unwrap(api.GET('/api/understand/moment', { signal, params: { query: { text } } })),
    enabled: enabled && text.trim().length > 0,
    retry: false,
  });
}

/** Whether the vehicle is here, when it will be ready, and what else was asked for. */
export function PromisePart({ draft, onDraft, record, problemOf }: Props) {
  const now = useNow();
  const { promise, car } = draft;
  const counter = car.kind === 'counter';
  const proposal = useQuery({
    queryKey: ['promise'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/write-up/promise', { signal })),
    staleTime: 60_000,
  }).data;
  const understood = useMoment(promise ?? '', promise !== null);
  const arrival = useMoment(draft.arrivesAt, draft.notHereYet);
  const said = (moment_: typeof understood, words: string) => (moment_.data ? `${words} ${moment(moment_.data.at, now)}` : undefined);
  const bad = (moment_: typeof understood) => (moment_.error ? sentence(moment_.error) : undefined);
  return (
    <section className="panel" aria-labelledby="promise-title">
      <h2 id="promise-title">Promised time and requests</h2>
      {!counter && car.kind !== 'later' && (
        <>
          <SegmentedControl
            label="Arrival"
            value={draft.notHereYet ? 'later' : 'here'}
            onChange={(value) => onDraft({ notHereYet: value === 'later' })}
            choices={[
              ['here', 'Vehicle is here'],
              ['later', 'Drops off later'],
            ]}
          />
          {draft.notHereYet && (
            <Labelled
              label="Drop-off"
              value={draft.arrivesAt}
              onText={(arrivesAt) => onDraft({ arrivesAt })}
              placeholder="tomorrow 8, fri 7:30; leave blank if not known"
              problem={problemOf('arrivesAt') ?? bad(arrival)}
              hint={said(arrival, 'Expected')}
            />
          )}
        </>
      )}
      <Labelled
        label="Promised time"
        value={promise ?? (proposal && car.kind !== 'later' && !counter ? moment(proposal.promisedAt, now) : '')}
        onText={(text) => onDraft({ promise: text })}
        onFocus={(event) => event.target.select()}
        problem={problemOf('promisedAt') ?? bad(understood)}
        hint={
          promise === null
            ? counter || car.kind === 'later'
              ? undefined
              : 'Suggested time; type to change it'
            : said(understood, 'Promised')
        }
      />
      <LogisticsPart record={record} counter={counter} value={draft.logistics} onValue={(logistics) => onDraft({ logistics })} />
    </section>
  );
}
