import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { MarkedPhoto } from '../../ui/MarkedPhoto';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { Part } from '../../ui/Fields';
import { Panel } from '../../ui/Panel';
import { WriteForm } from '../Messaging/WriteForm';
import { release } from './release';
import '../../ui/approval.css';

type Item = Schemas['VisibilityItem'];
type Link = Schemas['ApprovalLinkView'];

/** What each kind of thing is called before it goes out. */
const KINDS: Record<Schemas['VisibilityKind'], string> = {
  Finding: 'Finding',
  Cause: 'Cause',
  Note: 'Customer note',
  Photo: 'Photo',
};
const keyOf = (item: Item) => `${item.kind}:${item.id}`;

const STATES: Record<Schemas['LinkState'], string> = {
  Open: 'waiting for answer',
  Answered: 'answered',
  Expired: 'expired',
  Withdrawn: 'withdrawn',
  Changed: "order changed since; can't be answered. Send a new one.",
};

/** Sends the estimate as a link; what nobody released yet is gone through first, one after the other. */
export function SendPanel({ orderId, onClose }: { orderId: number; onClose: () => void }) {
  const refresh = useRefresh();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [again, setAgain] = useState<string | null>(null);
  const sending = useQuery({
    queryKey: ['order', orderId, 'sending'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/sending', { signal, params: { path: { id: orderId } } })),
  });
  const renew = () => refresh(['order', orderId], ['messages']);
  const data = sending.data;
  const open = data?.toRelease.filter((item) => keyOf(item) === again || item.release === 'ToBeDecided') ?? [];
  const first = open.find((item) => keyOf(item) === again) ?? open[0];
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  const decide = (item: Item, show: boolean, words: string) =>
    release(orderId, { kind: item.kind, id: item.id, show, words }).then(() => {
      setAgain(null);
      return renew();
    }, say.refused);
  const withdraw = (link: Link) =>
    void unwrap(api.POST('/api/links/{id}/withdraw', { params: { path: { id: link.id } } })).then(() => {
      say.done('Link withdrawn.');
      return renew();
    }, say.refused);
  return (
    <Panel title="Send to the customer" onClose={onClose} aside={data && open.length > 0 ? `${open.length} to review first` : undefined}>
      {sending.error && !data ? (
        <Failed error={sending.error} again={() => void sending.refetch()} />
      ) : !data ? (
        <Loading what="what can be sent" />
      ) : first ? (
        <ReleaseOne key={keyOf(first)} item={first} left={open.length} onDone={decide} />
      ) : (
        <>
          {!data.works && (
            <p className="notice">
              This link works only on the shop's network. To reach customers, set the web address in Setup, Customers and messages.
            </p>
          )}
          <WriteForm
            target={{ orderId }}
            use="estimate"
            send={(body) =>
              unwrap(
                api.POST('/api/orders/{id}/links', {
                  params: { path: { id: orderId } },
                  body: { channel: body.channel, address: body.address, subject: body.subject, body: body.body, now: body.now },
                }),
              ).then(renew)
            }
            done="Sending the estimate."
            button="Send the estimate"
          />
          <Part title="Sent earlier">
            {data.links.length === 0 ? (
              <Empty title="Not sent yet">
                The customer gets a page with findings, the price of each job, and yes, no or later for each.
              </Empty>
            ) : (
              <ul className="sent-links">
                {data.links.map((link) => (
                  <li key={link.id} className="spread">
                    <span>
                      {when(link.sentAt)} by {link.sentBy}: <b>{STATES[link.state]}</b>
                      <span className="soft small">
                        {link.openedAt
                          ? ` · opened ${when(link.openedAt)}${link.opened > 1 ? `, ${link.opened} times` : ''}`
                          : ' · not opened yet'}
                      </span>
                    </span>
                    {(link.state === 'Open' || link.state === 'Changed') && (
                      <button className="linkish" onClick={() => withdraw(link)}>
                        Withdraw
                      </button>
                    )}
                  </li>
                ))}
              </ul>
            )}
          </Part>
          {data.toRelease.length > 0 && (
            <Part title="Reviewed before sending">
              <ul className="sent-links">
                {data.toRelease.map((item) => (
                  <li key={keyOf(item)} className="spread">
                    <span>
                      {item.words || `Photo: ${item.where}`}{' '}
                      <span className="soft small">{item.release === 'Shown' ? 'shown to customer' : 'internal only'}</span>
                    </span>
                    <button className="linkish" onClick={() => setAgain(keyOf(item))}>
                      Change…
                    </button>
                  </li>
                ))}
              </ul>
            </Part>
          )}
        </>
      )}
    </Panel>
  );
}

/** One thing: shown to the customer in these words, or kept in the shop. */
function ReleaseOne({
  item,
  left,
  onDone,
}: {
  item: Item;
  left: number;
  onDone: (item: Item, show: boolean, words: string) => Promise<unknown>;
}) {
  const [words, setWords] = useState(item.words);
  const [busy, setBusy] = useState(false);
  const say = (show: boolean) => () => {
    setBusy(true);
    void onDone(item, show, words).finally(() => setBusy(false));
  };
  const isPhoto = item.kind === 'Photo';
  return (
    <form
      className="release"
      onSubmit={(event) => {
        event.preventDefault();
        say(true)();
      }}
    >
      <p>
        Notes and photos are sent only after someone reviews them.{' '}
        <span className="soft">{left === 1 ? 'This is the last one.' : `${left - 1} more after this one.`}</span>
      </p>
      <span>
        {item.rating ? <span className={`rating ${item.rating}`}>{item.rating}</span> : <b>{KINDS[item.kind]}</b>}{' '}
        <span className="soft">
          {item.where && `${item.kind === 'Cause' ? `“${item.where}”` : item.where}${item.text && !isPhoto ? ': ' : ''}`}
          {item.text} <b>{item.measured}</b>
        </span>
      </span>
      {item.photos && item.photos.length > 0 ? (
        <div className="row">
          {item.photos.map((photo) => (
            <MarkedPhoto
              key={photo.hash}
              hash={photo.hash}
              marks={photo.marks}
              alt={photo.after ? `${item.text}, after the work` : item.text}
            />
          ))}
        </div>
      ) : (
        item.photoHash && <img src={`/api/photos/${item.photoHash}`} alt={item.text || item.where} />
      )}
      {!isPhoto && (
        <label>
          <span className="soft small">Customer sees</span>
          <textarea
            autoFocus
            value={words}
            onChange={(event) => setWords(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) say(true)();
            }}
            maxLength={2000}
          />
        </label>
      )}
      <div className="row">
        <Button type="submit" variant="contained" disabled={busy} autoFocus={isPhoto}>
          Show to customer
        </Button>
        <Button variant="outlined" disabled={busy} onClick={say(false)}>
          Keep internal
        </Button>
      </div>
    </form>
  );
}
