import type { Query, QueryClient } from '@tanstack/react-query';
import { keysOf, sheetShows, type Topic } from './topics';

/** Asks anew for what shows these topics. What was fetched since the notice came is as new as that. */
export function refreshTopics(client: QueryClient, topics: Topic[], heardAt?: number): void {
  const old = (query: Query) => heardAt === undefined || (query.state.dataUpdatedAt < heardAt && query.state.fetchStatus === 'idle');
  for (const topic of topics) {
    for (const queryKey of keysOf(topic)) void client.invalidateQueries({ queryKey, predicate: old });
    void client.invalidateQueries({
      queryKey: ['order'],
      predicate: (query) => query.queryKey.length === 2 && old(query) && !!query.state.data && sheetShows(query.state.data, topic),
    });
  }
}
