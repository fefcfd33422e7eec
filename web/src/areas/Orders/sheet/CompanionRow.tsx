import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useState } from 'react';
import { amount, typedQuantity, unitAmount } from '../../../lib/format';
import { EditCell } from '../../../ui/EditCell';
import { useSay } from '../../../ui/Toasts';
import { move } from './LineRow';
import { useActions, type Companion, type Job } from '../../../lib/order/useSheet';

/** Something that came along with the job's parts: it follows them until somebody sets or waives it. */
export const CompanionRow = memo(function CompanionRow({ companion, job }: { companion: Companion; job: Job }) {
  const { edits, closed, margins, why } = useActions();
  const say = useSay();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  const before: Record<string, string> = {
    quantity: companion.quantitySet ? typedQuantity(companion.quantity) : '',
    amountPerUnit: companion.policyPrice === null ? '' : unitAmount(companion.each),
    waived: String(companion.waived),
  };
  const set = (field: string) => (value: string) => edits.companion(job, companion.code, field, before[field] ?? '', value);
  const key = `job:${job.id}.companion:${companion.code}`;
  const touched = companion.quantitySet || companion.policyPrice !== null;
  const state = companion.waived
    ? 'waived'
    : companion.quantitySet
      ? 'manual quantity'
      : companion.policyPrice !== null
        ? 'manual price'
        : 'automatic';
  return (
    <div className={`line along ${companion.waived ? 'out' : ''}`} data-companion={companion.code}>
      <span className="kind">{companion.kind}</span>
      <span className="clip">
        {companion.label} <span className="small soft">&nbsp;added with {companion.category}</span>
      </span>
      <span className="small clip">{companion.code}</span>
      {companion.waived ? (
        <>
          <span />
          <span />
          <span className="right">waived</span>
        </>
      ) : (
        <>
          <EditCell
            label={`Quantity, ${companion.label}`}
            col="count"
            className={`right ${companion.quantitySet ? 'marked' : ''}`}
            value={typedQuantity(companion.quantity)}
            commit={set('quantity')}
            disabled={closed}
            move={move}
            title={companion.quantitySet ? 'Manual quantity. Clear it to match the parts again.' : undefined}
          />
          <EditCell
            label={`Each, ${companion.label}`}
            col="each"
            className={`right ${companion.policyPrice !== null ? 'marked' : ''}`}
            value={unitAmount(companion.each)}
            commit={set('amountPerUnit')}
            disabled={closed}
            move={move}
            title={
              companion.policyPrice !== null
                ? `Manual price. Pricing rules give ${unitAmount(companion.policyPrice)}. Clear it to go back to that price.`
                : undefined
            }
          />
          <button
            className="amount right"
            data-why={key}
            data-why-title={amount(companion.amount)}
            aria-label={`Why ${companion.label}: ${amount(companion.amount)}`}
            onClick={(event) => why(key, amount(companion.amount), event.currentTarget)}
          >
            {amount(companion.amount)}
          </button>
        </>
      )}
      <span className={`small clip ${touched ? 'strong' : 'soft'}`}>{companion.waived ? '' : state}</span>
      <span className="right soft">{margins && companion.marginPercent !== null ? `${Math.round(companion.marginPercent)}%` : ''}</span>
      {closed ? (
        <span />
      ) : (
        <button
          className="more"
          aria-label={`More for ${companion.label}`}
          aria-haspopup="menu"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          ⋯
        </button>
      )}
      {anchor && (
        <Menu anchorEl={anchor} open onClose={close}>
          {companion.waived ? (
            <MenuItem
              onClick={() => {
                close();
                void set('waived')('false').catch(say.refused);
              }}
            >
              Add it back
            </MenuItem>
          ) : (
            <MenuItem
              onClick={() => {
                close();
                void edits.waive(job, companion);
              }}
            >
              Waive
            </MenuItem>
          )}
          {touched && (
            <MenuItem
              onClick={() => {
                close();
                void (async () => {
                  if (companion.quantitySet) await set('quantity')('');
                  if (companion.policyPrice !== null) await set('amountPerUnit')('');
                })().catch(say.refused);
              }}
            >
              Reset to automatic
            </MenuItem>
          )}
        </Menu>
      )}
    </div>
  );
});
