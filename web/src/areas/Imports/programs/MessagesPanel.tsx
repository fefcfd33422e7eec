import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { moment, wallTime } from '../../../lib/format';
import { useNow, useRefresh, useShop } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { Panel } from '../../../ui/Panel';
import { useSay } from '../../../ui/Toasts';
import styles from './programs.module.css';

const WORDS: Record<Schemas['WebhookMessageState'], string> = { Waiting: 'Waiting', Arrived: 'Arrived', GivenUp: 'Given up' };

/** What was sent to a webhook, what came of it, and once more. */
export function MessagesPanel({ id, title, onClose }: { id: number; title: string; onClose: () => void }) {
  const shop = useShop();
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const key = ['webhooks', id, 'messages'];
  const messages = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/webhooks/{id}/messages', { params: { path: { id } }, signal })),
  });
  const again = (message: string) =>
    unwrap(api.POST('/api/webhook-messages/{id}/again', { params: { path: { id: message } } })).then(() => refresh(key), say.refused);
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  return (
    <Panel title={title} aside="the latest 100 messages" width={620} onClose={onClose}>
      {messages.error && !messages.data ? (
        <Failed error={messages.error} again={() => void messages.refetch()} />
      ) : !messages.data ? (
        <Loading what="messages" />
      ) : messages.data.length === 0 ? (
        <Empty title="None yet">Messages appear here with what the receiver answered. Send a test to see one.</Empty>
      ) : (
        messages.data.map((message) => (
          <div key={message.id} className="record-part">
            <div className="row">
              <b className="grow">{message.event}</b>
              <span className={message.state === 'Arrived' ? 'soft' : styles.warn}>
                {WORDS[message.state]}
                {message.outcome && ` · ${message.outcome}`}
                {message.tries > 1 && ` · ${message.tries} tries`}
              </span>
              <button className="linkish" aria-label={`Send ${message.event} again`} onClick={() => void again(message.id)}>
                Send again
              </button>
            </div>
            <div className="soft small">
              {when(message.at)}
              {message.dueAt && message.tries > 0 && ` · tried again ${when(message.dueAt)}`}
            </div>
            <div className={styles.body}>{message.body}</div>
          </div>
        ))
      )}
    </Panel>
  );
}
