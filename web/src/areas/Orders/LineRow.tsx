import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { amount, clock, day, unitAmount, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { EditCell } from '../../ui/EditCell';
import { useSay } from '../../ui/Toasts';
import { useWork, type Job, type Line } from './useSheet';

/** One line, edited in place. */
export function LineRow({ line, job }: { line: Line; job: Job }) {
  const { edits, closed, margins, why } = useWork();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const set = (field: string) => (value: string) => edits.line(line.id, field, value, line.version);
  const kind = line.kind;
  const count = kind === 'Labor' ? 'hours' : kind === 'Part' || kind === 'Fee' ? 'quantity' : null;
  const each = kind === 'Fee' ? 'amount' : kind === 'Part' || kind === 'Labor' ? 'unitPrice' : kind === 'Sublet' ? 'unitCost' : null;
  const eachValue = kind === 'Sublet' ? line.unitCost : line.each;
  const expected = line.expectedAt && shop && line.stateCode === 'ordered' ? wallTime(line.expectedAt, shop.timeZone) : null;
  const state = expected ? `${line.state.split(':')[0]}, by ${expected.slice(0, 10) === now.slice(0, 10) ? clock(expected) : day(expected, now)}` : line.state;
  const close = () => setAnchor(null);
  const title = `${line.description}: ${amount(line.amount)}`;
  return (
    <div className={`line ${line.out ? 'out' : ''}`} data-line={line.id}>
      <span className="kind">{kind}</span>
      <EditCell label={`What, ${line.description}`} col="description" value={line.description} commit={set('description')} disabled={closed} />
      {kind === 'Part' || kind === 'Fee' ? (
        <EditCell label={`Number, ${line.description}`} col="number" value={line.number} commit={set('number')} disabled={closed} />
      ) : (
        <span />
      )}
      {count ? (
        <EditCell
          label={`${count === 'hours' ? 'Hours' : 'Quantity'}, ${line.description}`}
          col="count"
          className="right"
          value={count === 'hours' ? (line.hours ?? 0).toFixed(2) : String(line.quantity ?? '')}
          commit={set(count)}
          disabled={closed}
        />
      ) : (
        <span />
      )}
      {each ? (
        <EditCell
          label={`Each, ${line.description}`}
          col="each"
          className={`right ${line.overridden ? 'marked' : ''}`}
          value={eachValue === null ? '' : unitAmount(eachValue)}
          commit={set(each)}
          disabled={closed || job.fixedPrice !== null}
          why={() => why(`line:${line.id}.each`, unitAmount(line.each ?? 0), document.activeElement as HTMLElement)}
          title={line.policyPrice !== null ? `Set by hand; the policy says ${unitAmount(line.policyPrice)}. Empty it to go back.` : undefined}
        />
      ) : (
        <span />
      )}
      {kind === 'Text' ? (
        <span />
      ) : (
        <button
          className="amount right"
          data-why={`line:${line.id}`}
          data-why-title={amount(line.amount)}
          aria-label={`Why ${title}`}
          onClick={(event) => why(`line:${line.id}`, amount(line.amount), event.currentTarget)}
        >
          {amount(line.amount)}
        </button>
      )}
      <span className={`small ${line.stateCode === 'trouble' ? 'stop strong' : line.stateCode === 'needed' ? 'strong' : 'soft'}`} title={state}>
        <span className="clip">{state}</span>
      </span>
      <span className="right soft">{margins && line.marginPercent !== null ? `${Math.round(line.marginPercent)}%` : ''}</span>
      {closed ? (
        <span />
      ) : (
        <button className="more" aria-label={`More for ${line.description}`} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
          ⋯
        </button>
      )}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {kind !== 'Text' && (
          <MenuItem
            onClick={() => {
              close();
              void edits.line(line.id, 'out', line.out ? 'false' : 'true', line.version).catch(say.refused);
            }}
          >
            {line.out ? 'Switch in again' : 'Switch out'}
          </MenuItem>
        )}
        <MenuItem
          onClick={() => {
            close();
            void edits.removeLine(line);
          }}
        >
          Take the line off
        </MenuItem>
      </Menu>
    </div>
  );
}
