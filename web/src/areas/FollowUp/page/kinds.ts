import { queryOptions } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../../lib/api';

export type Row = Schemas['FollowUpRow'];

/** What each reason is called. */
export const KINDS: Record<Row['kind'], string> = {
  Deferred: 'Deferred work',
  Declined: 'Declined work',
  Advised: 'Advised work',
  Reminder: 'Reminders',
  Estimate: 'Estimates',
  Missed: 'Missed appointments',
  Thanks: 'Thanks',
  Away: 'Not seen for a while',
  Warranty: 'Warranty ends',
};

/** The same of one row. */
export const KIND: Record<Row['kind'], string> = {
  Deferred: 'deferred',
  Declined: 'declined',
  Advised: 'advised',
  Reminder: 'reminder',
  Estimate: 'estimate',
  Missed: 'missed',
  Thanks: 'thanks',
  Away: 'not seen',
  Warranty: 'warranty',
};

/** Whose title says what they are. */
export const SAYS_IT: ReadonlySet<Row['kind']> = new Set<Row['kind']>(['Thanks', 'Away']);

export type View = 'now' | 'ahead' | 'waiting';

/** Which rows a view shows. */
export const VIEWS: Record<View, Row['state'][]> = {
  now: ['Answered', 'Due'],
  ahead: ['Soon'],
  waiting: ['Resting', 'PutOff', 'Coming', 'Closed'],
};

/** How far a row is, in a word. */
export const STATES: Record<Row['state'], string> = {
  Answered: 'answered',
  Due: 'due',
  Soon: 'soon',
  Resting: 'asked',
  PutOff: 'put off',
  Coming: 'coming',
  Closed: 'closed',
};

/** A row's key. */
export const keyOf = (row: Pick<Row, 'kind' | 'sourceId'>) => `${row.kind} ${row.sourceId}`;

/** Everything that is due to be followed up. */
export const followUpQuery = queryOptions({
  queryKey: ['follow-ups'],
  queryFn: ({ signal }) => unwrap(api.GET('/api/follow-ups', { signal })),
  refetchInterval: 60_000,
});
