import { Cell, Choice, Setting } from './Fields';
import { usePolicy, type Form } from './usePolicy';

/** How far approved work may grow, and what the shop aims for. */
export function LimitsSection() {
  const { form } = usePolicy();
  const set = (row: Partial<Form['overrun']>) => (f: Form) => ({ ...f, overrun: { ...f.overrun, ...row } });
  return (
    <>
      <h3>Approved limit</h3>
      <p className="soft">
        How far approved work can go over the amount the customer approved before new approval is needed. Blank fields are ignored.
      </p>
      <Setting words="Percent over the approved amount">
        <Cell
          label="Grow by percent"
          path="overrun.percent"
          figure
          value={form.overrun.percent}
          placeholder="not set"
          set={(percent) => set({ percent })}
        />
      </Setting>
      <Setting words="Amount over the approved amount">
        <Cell
          label="Grow by amount"
          path="overrun.amount"
          figure
          value={form.overrun.amount}
          placeholder="not set"
          set={(text) => set({ amount: text })}
        />
      </Setting>
      {form.overrun.percent !== '' && form.overrun.amount !== '' && (
        <Setting words="If both are set">
          <Choice
            label="If both are set"
            value={form.overrun.takeGreater ? 'greater' : 'smaller'}
            choices={[
              ['smaller', 'use the smaller'],
              ['greater', 'use the larger'],
            ]}
            set={(which) => set({ takeGreater: which === 'greater' })}
          />
        </Setting>
      )}
      <h3>Targets</h3>
      <p className="soft">Shown as a mark on each repair order's margin bar, for people who can see margins.</p>
      <Setting words="Margin, in percent">
        <Cell
          label="Aim for margin"
          path="marginAim"
          figure
          value={form.marginAim}
          placeholder="no target"
          set={(marginAim) => (f) => ({ ...f, marginAim })}
        />
      </Setting>
      <Setting words="Effective labor rate" help="Labor sales after discounts, divided by hours sold.">
        <Cell
          label="Effective labor rate target"
          path="effectiveRateAim"
          figure
          value={form.effectiveRateAim}
          placeholder="no target"
          set={(effectiveRateAim) => (f) => ({ ...f, effectiveRateAim })}
        />
      </Setting>
    </>
  );
}
