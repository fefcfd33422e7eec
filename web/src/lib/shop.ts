import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useState } from 'react';
import { api, askWhole, unlessKept, unwrap, type Schemas } from './api';
import { onTime, shopNow } from './changes/shopClock';
import { wallTime } from './format';

const nowText = () => new Date(shopNow()).toISOString();

export type Me = Schemas['SignedInPerson'];
export type Permission = Me['permissions'][number];

export const MeContext = createContext<Me | null>(null);

/** Who is signed in. */
export function useMe(): Me {
  const me = useContext(MeContext);
  if (!me) throw new Error('Nobody is signed in here.');
  return me;
}

/** Whether the person may. */
export function useMay(permission: Permission): boolean {
  return useMe().permissions.includes(permission);
}

/** The shop: name, hours, zone, people. */
export function useShop() {
  return useQuery({
    queryKey: ['shop'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/shop', { signal })),
    staleTime: 300_000,
    networkMode: 'always',
  }).data;
}

/** Wall time in the shop, to the minute. */
export function useNow(): string {
  const shop = useShop();
  const [utc, setUtc] = useState(nowText);
  useEffect(() => {
    const again = () => setUtc(nowText());
    const timer = setInterval(again, 15_000);
    const deaf = onTime(again);
    return () => {
      clearInterval(timer);
      deaf();
    };
  }, []);
  return wallTime(utc, shop?.timeZone ?? 'UTC');
}

/** The floor, which the day rule and the floor pages show; one that this screen has already is not sent again. */
export function useFloor(enabled = true) {
  const client = useQueryClient();
  return useQuery({
    queryKey: ['floor'],
    queryFn: ({ signal }) => unlessKept(client, ['floor'], (headers) => api.GET('/api/floor', { signal, headers })),
    refetchInterval: 60_000,
    enabled,
  });
}

/** The steps of a new shop, for those who set it up. */
export function useStartSteps() {
  return useQuery({
    queryKey: ['setup', 'steps'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/setup/steps', { signal })),
    enabled: useMay('EditSetup'),
  });
}

/** Asks anew for whatever shows these, after a change of this screen's own. */
export function useRefresh() {
  const client = useQueryClient();
  return useCallback(
    (...keys: unknown[][]) =>
      Promise.all(
        keys.map((queryKey) => {
          askWhole(queryKey);
          return client.invalidateQueries({ queryKey });
        }),
      ),
    [client],
  );
}
