import { EditCell } from '../../ui/EditCell';
import { useWork } from './useSheet';

/** What the customer says, what was found, what was done; each keeps its own field. */
export function Concerns() {
  const { sheet, edits, closed } = useWork();
  const set = (id: number, version: number, field: string) => (value: string) => edits.concern(id, field, value, version);
  return (
    <div className="concerns">
      {sheet.concerns.map((c) => (
        <div key={c.id} style={{ display: 'contents' }}>
          <div className="concern line-cells">
            <label>Says</label>
            <EditCell label="The customer says" className="grow" value={c.says} commit={set(c.id, c.version, 'says')} disabled={closed} />
          </div>
          <div className="concern">
            <label>Found</label>
            <EditCell
              label="Cause found"
              className="grow"
              value={c.found}
              commit={set(c.id, c.version, 'found')}
              disabled={closed}
              placeholder="cause not known yet"
            />
          </div>
        </div>
      ))}
      {!closed && sheet.concerns.length === 0 && (
        <div className="concern">
          <label>Says</label>
          <EditCell
            label="The customer says"
            className="grow"
            value=""
            commit={(text) => (text.trim() ? edits.addConcern(text) : Promise.resolve())}
            placeholder="what the customer says, in their words"
          />
        </div>
      )}
    </div>
  );
}
