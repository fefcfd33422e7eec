import { keepPreviousData, useQuery } from '@tanstack/react-query';
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
function useMoment(text: string, arrives: boolean, enabled: boolean) {
  return useQuery({
    queryKey: ['moment', text, arrives],
    queryFn: ({ signal }) => unwrap(api.GET('/api/understand/moment', { signal, params: { query: { text, arrives } } })),
    enabled: enabled && text.trim().length > 0,
    retry: false,
  });
}

/** The promise that would be made; none for what has no vehicle, or comes nobody knows when. */
export const promiseQuery = ({ car, notHereYet, arrivesAt, jobs, freeJobs }: WriteUpDraft) => ({
  queryKey: ['promise', notHereYet ? arrivesAt : '', jobs.map((job) => job.id), freeJobs] as const,
  queryFn: () =>
    unwrap(
      api.GET('/api/write-up/promise', {
        params: {
          query: {
            arrives: notHereYet ? arrivesAt : '',
            canned: jobs.map((job) => job.id),
            job: freeJobs,
          },
        },
      }),
    ),
  placeholderData: keepPreviousData,
  enabled: car.kind !== 'counter' && car.kind !== 'later' && (!notHereYet || arrivesAt.trim() !== ''),
  staleTime: 60_000,
});

/** Whether the vehicle is here, when it will be ready, and what else was asked for. */
export function PromisePart({ draft, onDraft, record, problemOf }: Props) {
  const now = useNow();
  const { promise, car } = draft;
  const counter = car.kind === 'counter';
  const proposal = useQuery(promiseQuery(draft)).data;
  const understood = useMoment(promise ?? '', false, promise !== null);
  const arrival = useMoment(draft.arrivesAt, true, draft.notHereYet);
  const suggested = promiseQuery(draft).enabled ? proposal?.promisedAt : undefined;
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
        value={promise ?? (suggested ? moment(suggested, now) : '')}
        onText={(text) => onDraft({ promise: text })}
        onFocus={(event) => event.target.select()}
        problem={problemOf('promisedAt') ?? bad(understood)}
        hint={
          promise !== null
            ? said(understood, 'Promised')
            : suggested
              ? `Suggested; type to change it. ${proposal?.why ?? ''}`.trim()
              : undefined
        }
      />
      <LogisticsPart record={record} counter={counter} value={draft.logistics} onValue={(logistics) => onDraft({ logistics })} />
    </section>
  );
}
