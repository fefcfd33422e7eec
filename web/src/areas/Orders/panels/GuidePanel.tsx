import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../../lib/api';
import { holding } from '../../../lib/outside';
import { Empty, Loading } from '../../../ui/Feedback';
import { useActions } from '../../../lib/order/useSheet';
import { Search } from './Search';
import { Panel } from '../../../ui/Panel';
import { useAddToOrder } from './useAddToOrder';

interface Props {
  jobId?: number;
  /** A labor line that the operation is for. */
  line?: { id: number; description: string };
  onClose: () => void;
}

/** The labor guide for this car, by system, searched by words or number. */
export function GuidePanel({ jobId, line, onClose }: Props) {
  const { orderId } = useActions();
  const [search, setSearch] = useState(line?.description ?? '');
  const [alone, setAlone] = useState(false);
  const { taking, busy } = useAddToOrder(onClose);
  const guide = useQuery({
    queryKey: ['guide', orderId, search.trim()],
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/orders/{id}/guide', { signal, params: { path: { id: orderId }, query: { q: search.trim() } } })),
    placeholderData: (before) => before,
    ...holding(2000),
  });
  const systems = [...new Set((guide.data?.operations ?? []).map((o) => o.system))];
  return (
    <Panel title={line ? `Labor for ${line.description}` : 'Labor guide'} aside={guide.data?.car} onClose={onClose} width={600}>
      <Search label="Search the labor guide" placeholder="Search: front rotors, thermostat, B11…" value={search} onText={setSearch} />
      {!line && (
        <label className="row">
          <input type="checkbox" checked={alone} onChange={(event) => setAlone(event.target.checked)} /> Labor alone, without the parts that
          it needs
        </label>
      )}
      {guide.data?.trouble && <p className="side-note">{guide.data.trouble}</p>}
      {!guide.data && <Loading what="the labor guide" />}
      <div className="long">
        {systems.map((system) => (
          <section key={system} className="fact-group">
            <h3>{system}</h3>
            {guide.data?.operations
              .filter((o) => o.system === system)
              .map((o) => (
                <button
                  key={o.code}
                  data-stop
                  className="fact-row"
                  disabled={busy}
                  onClick={() =>
                    void taking(
                      line
                        ? { kind: 'Operation', code: o.code, lineId: line.id }
                        : { kind: 'Operation', code: o.code, jobId: jobId ?? null, laborOnly: alone },
                      o.title,
                    )
                  }
                >
                  <span className="grow">
                    <b>{o.title}</b>
                    <span className="soft small block">
                      {[o.code, o.skill, o.needs && `needs ${o.needs}`, o.includes && `includes ${o.includes}`].filter(Boolean).join(' · ')}
                    </span>
                  </span>
                  <b className="right nowrap">{o.hours.toFixed(1)} h</b>
                </button>
              ))}
          </section>
        ))}
      </div>
      {guide.data && guide.data.operations.length === 0 && !guide.data.trouble && (
        <Empty title="No matches">Try fewer words, or add the labor yourself.</Empty>
      )}
    </Panel>
  );
}
