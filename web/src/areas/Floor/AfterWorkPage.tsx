import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, unlessKept, unwrap, type Schemas } from '../../lib/api';
import { moment } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Plate } from '../../ui/Plate';
import { useSay } from '../../ui/Toasts';
import '../../ui/bench.css';
import styles from './AfterWorkPage.module.css';

type Item = Schemas['AfterWorkView'];
type Step = Schemas['AfterWorkStep'];

const NEXT: Record<Step, { to: Step; words: string } | null> = {
  Waiting: { to: 'Begun', words: 'I have the keys' },
  Begun: { to: 'Done', words: 'Done' },
  Done: { to: 'KeysBack', words: 'Keys are back' },
  KeysBack: null,
};

/** Washing and other work after the repair: what is ready, with key tag and place; one tap for each step. */
export default function AfterWorkPage() {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: ['after-work'],
    queryFn: ({ signal }) => unlessKept(client, ['after-work'], (headers) => api.GET('/api/after-work', { signal, headers })),
    refetchInterval: 60_000,
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="the wash list" />;
  const ready = data.items.filter((i) => i.isReady);
  const later = data.items.filter((i) => !i.isReady);
  return (
    <div className="bench">
      <h1 className={styles.title}>Wash and after-work</h1>
      {data.items.length === 0 && (
        <Empty title="Nothing to wash">
          A vehicle comes here when a wash was asked for at check-in and its work is done. Other work, such as a delivery, is added on the
          repair order under Details.
        </Empty>
      )}
      {ready.map((item) => (
        <Card key={item.id} item={item} now={data.now} />
      ))}
      {later.length > 0 && <h2 className={styles.later}>Not ready yet</h2>}
      {later.map((item) => (
        <Card key={item.id} item={item} now={data.now} />
      ))}
    </div>
  );
}

function Card({ item, now }: { item: Item; now: string }) {
  const say = useSay();
  const refresh = useRefresh();
  const may = useMay('AfterWork');
  const renew = () => refresh(['after-work'], ['floor']);
  const go = (step: Step) =>
    unwrap(api.POST('/api/after-work/{id}/step', { params: { path: { id: item.id } }, body: { step } })).then(renew);
  const next = NEXT[item.step];
  return (
    <section className="bench-car" aria-label={`${item.title} ${item.plate}`}>
      <header>
        <Plate text={item.plate} large />
        <div className="grow">
          <div className="strong">
            {item.title} · {item.vehicle}
          </div>
          <div className="soft">
            {[
              item.keyTag && `key ${item.keyTag}`,
              item.keysAt && `keys: ${item.keysAt}`,
              item.carAt && `vehicle: ${item.carAt}`,
              item.customerWaits && 'customer waiting',
              !item.isReady && item.stageName.toLowerCase(),
            ]
              .filter(Boolean)
              .join(' · ')}
          </div>
        </div>
        <div className="right">
          <div className="strong">{item.promisedAt ? moment(item.promisedAt, now) : ''}</div>
          <div className="soft small">
            {item.step === 'Begun' && `${item.by} has the keys`}
            {item.step === 'Done' && 'done, keys still out'}
          </div>
        </div>
      </header>
      {may && item.isReady && next && (
        <div className="body">
          <div className="acts">
            <button
              className="big go"
              onClick={() =>
                void go(next.to).then(() => say.done(`${item.plate}: ${next.words.toLowerCase()}.`, () => go(item.step)), say.refused)
              }
            >
              {next.words}
            </button>
            {item.step !== 'Waiting' && (
              <button className="big" onClick={() => void go('Waiting').catch(say.refused)}>
                Start over
              </button>
            )}
          </div>
        </div>
      )}
    </section>
  );
}
