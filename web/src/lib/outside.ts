/** How long a service that did not answer is left alone before it is asked again, in milliseconds. */
export const ASK_AGAIN = 5000;

/** What a query says of its last answer. */
interface Asked {
  state: { data?: { silent: boolean } | undefined };
}

/**
 * How to hold what an outside service said: an answer for as long as it is good; that there was none only until it is asked again, which
 * happens by itself as long as the question is on the screen.
 * @param milliseconds how long an answer is good.
 */
export const holding = (milliseconds: number) => ({
  retry: false as const,
  staleTime: (query: Asked) => (query.state.data?.silent ? 0 : milliseconds),
  refetchInterval: (query: Asked) => (query.state.data?.silent ? ASK_AGAIN : (false as const)),
});
