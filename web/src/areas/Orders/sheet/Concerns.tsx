import { useState } from 'react';
import { PhraseCell } from './PhraseCell';
import { useActions, useHeader } from '../../../lib/order/useSheet';

/** What the customer says, what was found, what was done; each keeps its own field. */
export function Concerns() {
  const { edits, closed } = useActions();
  const { concerns } = useHeader();
  const [adding, setAdding] = useState(false);
  const set = (id: number, version: number, field: string, before: string) => (value: string) =>
    edits.concern(id, field, before, value, version);
  return (
    <div className="concerns">
      {concerns.map((c, i) => (
        <div key={c.id} className={`concern-row ${!closed && i === concerns.length - 1 ? 'last' : ''}`}>
          <div className="concern">
            <label htmlFor={`says${c.id}`}>Concern</label>
            <PhraseCell
              id={`says${c.id}`}
              use="Complaint"
              label="Customer concern"
              value={c.complaint}
              commit={set(c.id, c.version, 'complaint', c.complaint)}
              disabled={closed}
            />
          </div>
          <div className="concern">
            <label htmlFor={`found${c.id}`}>Cause</label>
            <PhraseCell
              id={`found${c.id}`}
              use="Cause"
              label="Cause"
              value={c.cause}
              commit={set(c.id, c.version, 'cause', c.cause)}
              disabled={closed}
              placeholder="not diagnosed yet"
            />
          </div>
          <div className="concern">
            <label htmlFor={`did${c.id}`}>Correction</label>
            <PhraseCell
              id={`did${c.id}`}
              use="Correction"
              label="Correction"
              value={c.correction}
              commit={set(c.id, c.version, 'correction', c.correction)}
              disabled={closed}
              placeholder="not repaired yet"
            />
          </div>
          {!closed && i === concerns.length - 1 && (
            <button type="button" className="more" aria-label="Add another concern" title="Add concern" onClick={() => setAdding(true)}>
              +
            </button>
          )}
        </div>
      ))}
      {!closed && (adding || concerns.length === 0) && (
        <div className="concern another">
          <label htmlFor="says-more">Concern</label>
          <PhraseCell
            id="says-more"
            use="Complaint"
            label={concerns.length === 0 ? 'Customer concern' : 'Add concern'}
            value=""
            commit={async (text) => {
              if (text.trim()) await edits.addConcern(text);
              setAdding(false);
            }}
            placeholder="concern, in their words"
            autoFocus={adding}
          />
        </div>
      )}
    </div>
  );
}
