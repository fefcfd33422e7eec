import type { UseQueryResult } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schemas } from '../../../lib/api';
import { day } from '../../../lib/format';
import { specsUses } from '../../../lib/specs';
import { useNow } from '../../../lib/shop';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { useActions } from '../../../lib/order/useSheet';
import { Search } from './Search';
import { Panel } from '../../../ui/Panel';
import { useAddToOrder } from './useAddToOrder';
import styles from './FactsPanel.module.css';
import { vars } from '../../../lib/vars';

type Facts = Schemas['VehicleSpecsAnswer'];

const fits = (search: string, ...texts: string[]) => {
  const all = texts.join(' ').toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
};

/** Everything that is known of the car, by use. Enter takes what is focused onto the order. */
export function FactsPanel({ facts, onClose }: { facts: UseQueryResult<Facts>; onClose: () => void }) {
  const [search, setSearch] = useState('');
  const [drawing, setDrawing] = useState<string | null>(null);
  const now = useNow();
  const { closed } = useActions();
  const { taking, busy } = useAddToOrder(onClose);
  const data = facts.data;
  const take = (code: string, title: string) => (closed || busy ? undefined : () => void taking({ kind: 'Fact', code }, title));
  const wear = data?.wear.filter((w) => fits(search, w.title, w.number, ...w.equivalents)) ?? [];
  const resets = data?.resets.filter((r) => fits(search, r.title, r.steps, r.words)) ?? [];
  const drawings = data?.drawings.filter((d) => fits(search, d.title, d.words)) ?? [];
  const campaigns = data?.campaigns.filter((c) => fits(search, c.title, c.text, c.number)) ?? [];
  const codes = data?.codes.filter((c) => fits(search, c.code, ...c.repairs.map((r) => r.title))) ?? [];
  const groups = specsUses.map(([use, title]) => ({
    use,
    title,
    facts: data?.facts.filter((f) => f.use === use && fits(search, f.title, f.shown, f.words, f.condition)) ?? [],
  }));
  const nothing =
    data && groups.every((g) => g.facts.length === 0) && [wear, resets, drawings, campaigns, codes].every((list) => list.length === 0);
  return (
    <Panel title="Vehicle specs" aside={data?.asOf ? `data as of ${day(data.asOf, now)}` : ''} onClose={onClose} width={600}>
      <Search label="Search specs" placeholder="Search: oil, torque, belt, a trouble code…" value={search} onText={setSearch} />
      {facts.error && !data && <Failed error={facts.error} again={() => void facts.refetch()} />}
      {!data && !facts.error && <Loading what="the facts" />}
      {data?.trouble && <p className="side-note">{data.trouble}</p>}
      <div>
        {codes.map((code) => (
          <section key={code.code} className="fact-group">
            <h3>{code.code}: known repairs</h3>
            {code.trouble && <p className="soft small">{code.trouble}</p>}
            {code.repairs.length === 0 && !code.trouble && <p className="soft small">No known repairs for this code.</p>}
            {code.repairs.map((repair) => (
              <button
                key={repair.title}
                data-stop
                className="fact-row"
                disabled={closed || !repair.operation}
                onClick={() => void taking({ kind: 'Operation', code: repair.operation }, repair.title)}
              >
                <span className="grow strong">{repair.title}</span>
                {repair.percent !== null && (
                  <span className="share" role="img" aria-label={`${repair.percent} percent`}>
                    <span style={vars({ '--to': `${repair.percent}%` })} />
                  </span>
                )}
                <span className={`right nowrap ${styles.often}`}>
                  {[repair.percent !== null ? `${repair.percent}%` : '', repair.here > 0 ? `${repair.here} done here` : '']
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </button>
            ))}
          </section>
        ))}
        {groups.map(
          (group) =>
            (group.facts.length > 0 || (group.use === 'Wears' && wear.length > 0)) && (
              <section key={group.use} className="fact-group">
                <h3>{group.title}</h3>
                {group.facts.map((fact) => (
                  <button key={fact.key} data-stop className="fact-row" disabled={closed} onClick={take(fact.key, fact.title)}>
                    <span className="grow">
                      {fact.title}
                      {fact.condition && <span className="soft">, {fact.condition}</span>}
                      {fact.caution && <span className="caution small">{fact.caution}</span>}
                    </span>
                    <b className="right">{fact.shown}</b>
                  </button>
                ))}
                {group.use === 'Wears' &&
                  wear.map((part) => (
                    <button key={part.type} data-stop className="fact-row" disabled={closed} onClick={take(part.type, part.title)}>
                      <span className="grow">
                        {part.title}
                        {part.stock && <span className="soft">, {part.stock}</span>}
                      </span>
                      <span className="right">
                        <b>{part.number}</b>
                        {part.equivalents.length > 0 && <span className="soft small"> or {part.equivalents.join(', ')}</span>}
                      </span>
                    </button>
                  ))}
              </section>
            ),
        )}
        {resets.length > 0 && (
          <section className="fact-group">
            <h3>Reset procedures</h3>
            {resets.map((reset) => (
              <button key={reset.key} data-stop className="fact-row" disabled={closed} onClick={take(reset.key, reset.title)}>
                <span className="grow">
                  {reset.title}
                  <span className="soft small block">{reset.steps}</span>
                </span>
              </button>
            ))}
          </section>
        )}
        {campaigns.length > 0 && (
          <section className="fact-group">
            <h3>Recalls and bulletins</h3>
            {campaigns.map((campaign) => (
              <div key={campaign.number} className="fact-row">
                <span className="grow">
                  <b>{campaign.kind === 'recall' ? 'Open recall' : 'Bulletin'}:</b> {campaign.title}
                  <span className="soft small block">
                    {campaign.number}, {campaign.on}. {campaign.text} {campaign.remedy}
                  </span>
                </span>
              </div>
            ))}
          </section>
        )}
        {drawings.length > 0 && (
          <section className="fact-group">
            <h3>Diagrams</h3>
            <div className="drawings">
              {drawings.map((d) => (
                <button key={d.key} data-stop aria-pressed={drawing === d.key} onClick={() => setDrawing(drawing === d.key ? null : d.key)}>
                  {d.title}
                </button>
              ))}
            </div>
            {drawing && (
              <img className="drawing" src={`/api/drawings/${drawing}`} alt={drawings.find((d) => d.key === drawing)?.title ?? 'Drawing'} />
            )}
          </section>
        )}
        {nothing && !data.trouble && <Empty title="No matches">Search for a component, a spec or a trouble code.</Empty>}
      </div>
      {!closed && data?.asOf && (
        <p className="soft small">
          Press Enter to add one to the repair order: fluids and parts as lines, the rest as a note to the technician.
        </p>
      )}
    </Panel>
  );
}
