import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, take, type Schemas } from '../../lib/api';
import { moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/States';
import { useSay } from '../../ui/Toasts';
import { Part } from '../Records/Fields';
import { Side } from '../Orders/beside/Side';
import { WriteForm } from '../FollowUp/WriteForm';
import './approval.css';

type Finding = Schemas['SendEstimateFindingToRelease'];
type Link = Schemas['SendEstimateLinkView'];

const STATES: Record<Schemas['LinkState'], string> = {
  Open: 'waits for the answer',
  Answered: 'answered',
  Expired: 'its time is over',
  Withdrawn: 'withdrawn',
  Changed: 'the order was changed since: it can’t be answered, send a new one',
};

/** Sends the estimate as a link; what nobody released yet is gone through first, one after the other. */
export function SendSide({ orderId, onClose }: { orderId: number; onClose: () => void }) {
  const refresh = useRefresh();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [again, setAgain] = useState<number | null>(null);
  const sending = useQuery({
    queryKey: ['order', orderId, 'sending'],
    queryFn: () => take(api.GET('/api/orders/{id}/sending', { params: { path: { id: orderId } } })),
  });
  const renew = () => refresh(['order', orderId], ['messages']);
  const data = sending.data;
  const open = data?.findings.filter((f) => f.id === again || f.isToBeReleased) ?? [];
  const first = open.find((f) => f.id === again) ?? open[0];
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  const release = (finding: Finding, show: boolean, words: string) =>
    take(api.POST('/api/findings/{id}/release', { params: { path: { id: finding.id } }, body: { show, words } })).then(() => {
      setAgain(null);
      return renew();
    }, say.refused);
  const withdraw = (link: Link) =>
    void take(api.POST('/api/links/{id}/withdraw', { params: { path: { id: link.id } } })).then(() => {
      say.done('The link is withdrawn.');
      return renew();
    }, say.refused);
  return (
    <Side title="Send to the customer" onClose={onClose} aside={data && open.length > 0 ? `${open.length} to look at first` : undefined}>
      {sending.error && !data ? (
        <Failed error={sending.error} again={() => void sending.refetch()} />
      ) : !data ? (
        <Loading what="what can be sent" />
      ) : first ? (
        <ReleaseOne key={first.id} finding={first} left={open.length} onDone={release} />
      ) : (
        <>
          {!data.works && <p className="notice">This link works only inside the shop: no address for customers is set in Setup, Customers and messages.</p>}
          <WriteForm
            target={{ orderId }}
            use="estimate"
            send={(body) =>
              take(
                api.POST('/api/orders/{id}/links', {
                  params: { path: { id: orderId } },
                  body: { channel: body.channel, address: body.address, subject: body.subject, body: body.body, now: body.now },
                }),
              ).then(renew)
            }
            done="The estimate is on its way."
            button="Send the estimate"
          />
          <Part title="Sent before">
            {data.links.length === 0 ? (
              <Empty title="Not sent yet">The customer gets a page with what was found, what each job costs, and yes, no or later to each.</Empty>
            ) : (
              <ul className="sent-links">
                {data.links.map((link) => (
                  <li key={link.id} className="spread">
                    <span>
                      {when(link.sentAt)} by {link.sentBy}: <b>{STATES[link.state]}</b>
                      <span className="soft small">
                        {link.openedAt ? ` · opened ${when(link.openedAt)}${link.opened > 1 ? `, ${link.opened} times` : ''}` : ' · not opened yet'}
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
          {data.findings.length > 0 && (
            <Part title="Findings">
              <ul className="sent-links">
                {data.findings.map((finding) => (
                  <li key={finding.id} className="spread">
                    <span>
                      {finding.forCustomer} <span className="soft small">{finding.released ? 'the customer sees it' : 'stays in the shop'}</span>
                    </span>
                    <button className="linkish" onClick={() => setAgain(finding.id)}>
                      Change…
                    </button>
                  </li>
                ))}
              </ul>
            </Part>
          )}
        </>
      )}
    </Side>
  );
}

/** One finding: shown to the customer in these words, or kept in the shop. */
function ReleaseOne({
  finding,
  left,
  onDone,
}: {
  finding: Finding;
  left: number;
  onDone: (finding: Finding, show: boolean, words: string) => Promise<unknown>;
}) {
  const [words, setWords] = useState(finding.forCustomer);
  const [busy, setBusy] = useState(false);
  const say = (show: boolean) => () => {
    setBusy(true);
    void onDone(finding, show, words).finally(() => setBusy(false));
  };
  return (
    <form
      className="release"
      onSubmit={(event) => {
        event.preventDefault();
        say(true)();
      }}
    >
      <p>
        What the technician found goes out only when somebody looked at it.{' '}
        <span className="soft">{left === 1 ? 'This is the last one.' : `${left - 1} more after this one.`}</span>
      </p>
      <span>
        <span className={`rating ${finding.rating}`}>{finding.rating}</span>{' '}
        <span className="soft">
          {finding.text} <b>{finding.measured}</b>
        </span>
      </span>
      {finding.photoHash && <img src={`/api/photos/${finding.photoHash}`} alt={finding.text} />}
      <label>
        <span className="soft small">The customer reads</span>
        <textarea autoFocus value={words} onChange={(event) => setWords(event.target.value)} maxLength={2000} />
      </label>
      <div className="row">
        <Button type="submit" variant="contained" disabled={busy}>
          Show to the customer
        </Button>
        <Button variant="outlined" disabled={busy} onClick={say(false)}>
          Keep in the shop
        </Button>
      </div>
    </form>
  );
}
