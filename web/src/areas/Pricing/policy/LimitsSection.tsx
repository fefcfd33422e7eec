import { Cell, Choice, Setting } from './Fields';
import { usePolicy, type Form } from './usePolicy';

/** How far approved work may grow, and what the shop aims for. */
export function LimitsSection() {
  const { form } = usePolicy();
  const set = (row: Partial<Form['overrun']>) => (f: Form) => ({ ...f, overrun: { ...f.overrun, ...row } });
  return (
    <>
      <h3>Approved work may grow</h3>
      <p className="soft">Past what the customer agreed to, nobody goes on without asking again. Empty fields are not counted.</p>
      <Setting words="By percent of what was agreed to">
        <Cell
          label="Grow by percent"
          path="overrun.percent"
          figure
          value={form.overrun.percent}
          placeholder="not set"
          set={(percent) => set({ percent })}
        />
      </Setting>
      <Setting words="By an amount">
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
        <Setting words="Where both are set">
          <Choice
            label="Where both are set"
            value={form.overrun.takeGreater ? 'greater' : 'smaller'}
            choices={[
              ['smaller', 'the smaller counts'],
              ['greater', 'the greater counts'],
            ]}
            set={(which) => set({ takeGreater: which === 'greater' })}
          />
        </Setting>
      )}
      <h3>Aims</h3>
      <p className="soft">Drawn as a mark on every order’s rules, for those who may see margins.</p>
      <Setting words="Margin, in percent">
        <Cell
          label="Aim for margin"
          path="marginAim"
          figure
          value={form.marginAim}
          placeholder="no aim"
          set={(marginAim) => (f) => ({ ...f, marginAim })}
        />
      </Setting>
      <Setting words="Labor for each sold hour" help="The effective rate: net labor over hours sold.">
        <Cell
          label="Aim for labor each hour"
          path="effectiveRateAim"
          figure
          value={form.effectiveRateAim}
          placeholder="no aim"
          set={(effectiveRateAim) => (f) => ({ ...f, effectiveRateAim })}
        />
      </Setting>
    </>
  );
}
