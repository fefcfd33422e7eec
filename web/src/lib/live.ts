import { HubConnectionBuilder, HubConnectionState, LogLevel } from '@microsoft/signalr';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Schemas } from './api';

interface Touched {
  kind: 'order' | 'floor' | 'parts' | 'bench' | 'invoice' | 'policy' | 'customer' | 'vehicle';
  id: number;
  version: number;
}

export type Sheet = Schemas['SheetView'];

/** Listens to what other screens change and asks anew for what is shown here. Tells whether the line is up. */
export function useLive(): boolean {
  const client = useQueryClient();
  const [connected, setConnected] = useState(true);
  useEffect(() => {
    const connection = new HubConnectionBuilder()
      .withUrl('/live')
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: ({ previousRetryCount }) => Math.min(500 * 2 ** previousRetryCount, 5000) })
      .configureLogging(LogLevel.None)
      .build();
    connection.on('changed', (touched: Touched[]) => {
      for (const { kind, id } of touched) {
        if (kind === 'order') {
          // Without an id it is about every order.
          void client.invalidateQueries({ queryKey: id ? ['order', id] : ['order'] });
          void client.invalidateQueries({ queryKey: ['orders'] });
        } else if (kind === 'invoice') void client.invalidateQueries({ queryKey: ['invoice', id] });
        else if ((kind === 'customer' || kind === 'vehicle') && id) void client.invalidateQueries({ queryKey: [kind, id] });
        else void client.invalidateQueries({ queryKey: [kind] });
      }
      void client.invalidateQueries({ queryKey: ['floor'] });
      void client.invalidateQueries({ queryKey: ['bench'] });
    });
    connection.onreconnecting(() => setConnected(false));
    connection.onreconnected(() => {
      setConnected(true);
      void client.invalidateQueries();
    });
    let stopped = false;
    const start = async () => {
      while (!stopped && connection.state === HubConnectionState.Disconnected) {
        try {
          await connection.start();
          setConnected(true);
        } catch {
          setConnected(false);
          await new Promise((resolve) => setTimeout(resolve, 2000));
        }
      }
    };
    void start();
    return () => {
      stopped = true;
      void connection.stop();
    };
  }, [client]);
  return connected;
}
