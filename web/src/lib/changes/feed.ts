import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answeredAt } from './outbox';
import { refreshTopics } from './refresh';
import { hearTime } from './shopClock';
import type { Topic } from './topics';

/** What a kept change tells. */
interface ChangeNotice {
  commandId: string;
  topics: Topic[];
}

/** Somebody else who has the same order open. */
interface PersonHere {
  name: string;
  lineId: number | null;
}

/** How long whoever made a change has to ask anew by itself. */
const OWN_PAUSE = 300;

let line: HubConnection | null = null;
let place: { orderId: number | null; lineId: number | null } = { orderId: null, lineId: null };
const hearing = new Set<(orderId: number, people: PersonHere[]) => void>();

/** Tells the others which order this screen shows, and which line somebody is in. */
export function tellHere(orderId: number | null, lineId: number | null): void {
  place = { orderId, lineId };
  if (line?.state === HubConnectionState.Connected) void line.send('Here', orderId, lineId).catch(() => undefined);
}

/** Hears who else has an order open. */
export function onHere(listener: (orderId: number, people: PersonHere[]) => void): () => void {
  hearing.add(listener);
  return () => void hearing.delete(listener);
}

/** Listens to what other screens change and asks anew for what is shown here. Tells whether the line is up, and why the server stopped. */
export function useLive(): { connected: boolean; stopped: string } {
  const client = useQueryClient();
  const [connected, setConnected] = useState(true);
  const [stopped, setStopped] = useState('');
  useEffect(() => {
    const connection = new HubConnectionBuilder()
      .withUrl('/live')
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: ({ previousRetryCount }) => Math.min(500 * 2 ** previousRetryCount, 5000) })
      .configureLogging(LogLevel.None)
      .build();
    connection.on('changed', ({ commandId, topics }: ChangeNotice) => {
      // Whoever made the change asks anew by itself once it is answered; reading it twice helps nobody.
      // The notice may overtake the answer or come after it: what was fetched since the earlier of the two is new.
      const heardAt = Date.now();
      const answer = answeredAt(commandId);
      if (!answer) refreshTopics(client, topics);
      else void answer.then((at) => setTimeout(() => refreshTopics(client, topics, Math.min(heardAt, at)), OWN_PAUSE));
    });
    connection.on('time', (utc: string) => hearTime(utc));
    connection.on('here', (orderId: number, people: PersonHere[]) => hearing.forEach((listener) => listener(orderId, people)));
    connection.on('stopped', setStopped);
    line = connection;
    const open = () => {
      setConnected(true);
      setStopped('');
      tellHere(place.orderId, place.lineId);
    };
    connection.onreconnecting(() => setConnected(false));
    connection.onreconnected(() => {
      open();
      void client.invalidateQueries();
    });
    let left = false;
    const start = async () => {
      while (!left && connection.state === HubConnectionState.Disconnected) {
        try {
          await connection.start();
          open();
        } catch {
          setConnected(false);
          await new Promise((resolve) => setTimeout(resolve, 2000));
        }
      }
    };
    void start();
    return () => {
      left = true;
      void connection.stop();
    };
  }, [client]);
  return { connected, stopped };
}
