import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useState } from 'react';
import { amount, clock, day, figure, typedHours, typedQuantity, unitAmount, wallTime } from '../../../lib/format';
import { EditCell } from '../../../ui/EditCell';
import { useSay } from '../../../ui/Toasts';
import { goAside, goDown } from './grid';
import { useActions, wanted, type Job, type Line } from '../../../lib/order/useSheet';

export const move = (from: HTMLElement, to: 'up' | 'down' | 'left' | 'right' | 'enter', col: string) =>
  to === 'left' || to === 'right' ? goAside(from, to === 'left' ? -1 : 1) : goDown(from, col, to === 'up' ? -1 : 1, to === 'enter');

interface Props {
  line: Line;
  job: Job;
  selected: boolean;
  /** The few words beside a correction that the facts propose. */
  correction?: { known: number; unit: string; fact: string };
  /** What does not fit the vehicle, and what to search for instead. */
  misfit?: { words: string; short: string; find: string };
  /** Who else is in it. */
  here?: string;
}

/** One line, edited in place. */
export const LineRow = memo(function LineRow({ line, job, selected, correction, misfit, here }: Props) {
  const { edits, closed, margins, why, open, discount, today, zone, names } = useActions();
  const say = useSay();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const kind = line.kind;
  const count = kind === 'Labor' ? 'hours' : kind === 'Part' || kind === 'Fee' ? 'quantity' : null;
  const each = kind === 'Fee' ? 'amount' : kind === 'Part' || kind === 'Labor' ? 'unitPrice' : kind === 'Sublet' ? 'unitCost' : null;
  const eachValue = kind === 'Sublet' ? line.unitCost : line.each;
  const eachShown = eachValue === null ? '' : unitAmount(eachValue);
  const countShown = count === 'hours' ? typedHours(line.hours ?? 0) : typedQuantity(line.quantity ?? 0);
  const expected = line.expectedAt && line.stateCode === 'Ordered' ? wallTime(line.expectedAt, zone) : null;
  const technician = line.technicianId ? (names.get(line.technicianId) ?? '') : '';
  const state = line.unsourced
    ? kind === 'Part'
      ? 'not sourced'
      : 'no labor time'
    : expected
      ? `${line.supplier}, by ${expected.slice(0, 10) === today ? clock(expected) : day(expected, today)}`
      : line.state || technician;
  const given = job.discounts.find((d) => d.lineId === line.id);
  const after = [
    line.reducedTo !== null ? `${line.reducedTo.toFixed(2)} h, ${line.reducedBy}` : '',
    line.keepsTime ? 'full time, no overlap' : '',
    line.genericQuantity !== null ? `from specs, was ${figure(line.genericQuantity)}` : '',
    given ? `${given.text}: −${amount(given.amount)}` : '',
  ].filter(Boolean);
  const set = (field: string, before: string) => (value: string) => edits.line(line, field, before, value);
  const switched = (field: string, on: boolean) => void edits.line(line, field, String(!on), String(on)).catch(say.refused);
  const notes = [line.noteForCustomer && `For the customer: ${line.noteForCustomer}`, line.noteInside && `Internal: ${line.noteInside}`]
    .filter(Boolean)
    .join('\n');
  const choose = (act: () => void) => () => {
    setAnchor(null);
    act();
  };
  const overridden = line.overridden
    ? [
        line.policyPrice === null ? 'Manual price.' : `Manual price. Pricing rules give ${unitAmount(line.policyPrice)}.`,
        line.overrideBy &&
          `By ${line.overrideBy}${line.overrideReason ? `: ${line.overrideReason}.` : ', no reason given. Type one after the price.'}`,
        'Clear it to use the calculated price.',
      ].join(' ')
    : 'You can add a reason after the price, such as 89.90 matched a quote';
  return (
    <div
      className={`line ${line.isExcluded ? 'out' : ''} ${selected ? 'selected' : ''}`}
      data-line={line.id}
      data-job={job.id}
      aria-selected={selected || undefined}
    >
      <span className="kind" draggable={!closed} title={closed ? undefined : 'Drag to move the line'}>
        {kind}
      </span>
      <div className="whatcell">
        <EditCell
          label={`Description, ${line.description}`}
          col="description"
          className="grow"
          value={line.description}
          commit={set('description', line.description)}
          disabled={closed}
          move={move}
        />
        {after.length > 0 && (
          <span className="after soft small clip" title={after.join(' · ')}>
            {after.join(' · ')}
          </span>
        )}
        {correction && !closed && (
          <button
            className="correct small"
            title={correction.fact}
            onClick={() =>
              void edits
                .take(wanted({ kind: 'Fact', lineId: line.id }), line.description, { line, known: correction.known })
                .catch(say.refused)
            }
          >
            Specs: {figure(correction.known)} {correction.unit}, listed {countShown}
          </button>
        )}
        {misfit && !closed && (
          <button
            className="correct small stop"
            title={`${misfit.words} Find one that fits.`}
            onClick={() => open({ kind: 'source', lineIds: [line.id], find: misfit.find })}
          >
            {misfit.short}
          </button>
        )}
        {(notes || line.photos > 0) && (
          <button
            className="noted small"
            title={notes}
            aria-label={`Notes on ${line.description}`}
            onClick={() => open({ kind: 'line', lineId: line.id })}
          >
            {line.photos > 0 ? `note, ${line.photos} ${line.photos === 1 ? 'photo' : 'photos'}` : 'note'}
          </button>
        )}
        {here && <span className="here small">{here}</span>}
      </div>
      {kind === 'Part' || kind === 'Fee' ? (
        <EditCell
          label={`Part number, ${line.description}`}
          col="number"
          value={line.number}
          title={line.brand ? `${line.number} · ${line.brand}` : undefined}
          commit={set('number', line.number)}
          disabled={closed}
          move={move}
        />
      ) : (
        <span className="soft small">{line.guideHours !== null ? `guide ${figure(line.guideHours)} h` : line.laborRate}</span>
      )}
      {count ? (
        <EditCell
          label={`${count === 'hours' ? 'Hours' : 'Quantity'}, ${line.description}`}
          col="count"
          className="right"
          value={line.unit ? `${countShown} ${line.unit}` : countShown}
          commit={(text) =>
            set(count, countShown)(line.unit && text.trimEnd().endsWith(line.unit) ? text.trimEnd().slice(0, -line.unit.length) : text)
          }
          disabled={closed}
          move={move}
        />
      ) : (
        <span />
      )}
      {each ? (
        <EditCell
          label={`Each, ${line.description}`}
          col="each"
          className={`right ${line.overridden ? 'marked' : ''}`}
          value={eachShown}
          commit={set(each, each === 'unitPrice' && !line.overridden ? '' : eachShown)}
          disabled={closed || (job.fixedPrice !== null && kind !== 'Fee')}
          why={() => why(`line:${line.id}.each`, unitAmount(line.each ?? 0), document.activeElement as HTMLElement)}
          title={each === 'unitPrice' ? overridden : undefined}
          move={move}
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
          aria-label={`Why ${line.description}: ${amount(line.amount)}`}
          onClick={(event) => why(`line:${line.id}`, amount(line.amount), event.currentTarget)}
        >
          {amount(line.amount)}
        </button>
      )}
      <span
        className={`small ${line.stateCode === 'Trouble' ? 'stop strong' : line.stateCode === 'Needed' || line.unsourced ? 'strong' : 'soft'}`}
        title={state}
      >
        {(line.unsourced || line.wantsSource) && !closed ? (
          <button className="linkish clip" onClick={() => open({ kind: 'source', lineIds: [line.id] })}>
            {state}
          </button>
        ) : (
          <span className="clip">{state}</span>
        )}
      </span>
      <span className="right soft">{margins && line.marginPercent !== null ? `${Math.round(line.marginPercent)}%` : ''}</span>
      {closed ? (
        <span />
      ) : (
        <button
          className="more"
          aria-label={`More for ${line.description}`}
          aria-haspopup="menu"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          ⋯
        </button>
      )}
      {anchor && (
        <Menu anchorEl={anchor} open onClose={() => setAnchor(null)}>
          <MenuItem onClick={choose(() => open({ kind: 'line', lineId: line.id }))}>Notes and details…</MenuItem>
          {(kind === 'Part' || kind === 'Labor') && (
            <MenuItem onClick={choose(() => open({ kind: 'source', lineIds: [line.id] }))}>
              {kind === 'Part' ? 'Compare stock and suppliers…' : 'Look up in labor guide…'}
            </MenuItem>
          )}
          {kind !== 'Text' && kind !== 'Fee' && (
            <MenuItem onClick={choose(() => discount({ lineId: line.id, title: line.description }))}>Add discount…</MenuItem>
          )}
          {line.guideHours !== null && (
            <MenuItem onClick={choose(() => switched('keepsTime', !line.keepsTime))}>
              {line.keepsTime ? 'Apply labor overlap' : 'Use full time'}
            </MenuItem>
          )}
          {kind !== 'Text' && (
            <MenuItem onClick={choose(() => switched('isExcluded', !line.isExcluded))}>
              {line.isExcluded ? 'Include line' : 'Leave line out'}
            </MenuItem>
          )}
          {line.received > 0 && (
            <MenuItem onClick={choose(() => void edits.intoStock(line).catch(say.refused))}>Put the part into stock</MenuItem>
          )}
          <MenuItem onClick={choose(() => void edits.removeLines([line]))}>Remove line</MenuItem>
        </Menu>
      )}
    </div>
  );
});
