import { AddRow, Cell, ListProblem, Remove, Setting } from './Fields';
import { usePolicy, without, withRow } from './usePolicy';
import styles from './LaborSection.module.css';

/** Labor rates and what an hour costs. */
export function LaborSection() {
  const { form } = usePolicy();
  return (
    <>
      <ListProblem path="laborRates" />
      <table className={`list edit ${styles.narrow}`}>
        <thead>
          <tr>
            <th>Rate</th>
            <th className="right">Per hour</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {form.laborRates.map((rate, i) => (
            <tr key={i}>
              <td>
                <Cell
                  label="Name of the rate"
                  path={`laborRates[${i}].name`}
                  col="name"
                  value={rate.name}
                  set={(name) => (f) => ({ ...f, laborRates: withRow(f.laborRates, i, { name }) })}
                />
              </td>
              <td>
                <Cell
                  label={`${rate.name}, per hour`}
                  path={`laborRates[${i}].rate`}
                  col="rate"
                  figure
                  value={rate.rate}
                  set={(text) => (f) => ({ ...f, laborRates: withRow(f.laborRates, i, { rate: text }) })}
                />
              </td>
              <td>
                <Remove words={`the rate ${rate.name}`} from={(f) => ({ ...f, laborRates: without(f.laborRates, i) })} />
              </td>
            </tr>
          ))}
          <AddRow cols={3} add={(f) => ({ ...f, laborRates: [...f.laborRates, { name: '', rate: '' }] })}>
            Add a rate
          </AddRow>
        </tbody>
      </table>
      <p className="soft">Labor uses the line's rate if set, otherwise the job's, the order's, the customer's, or general.</p>
      <Setting
        words="Labor cost per hour"
        help="What an hour of labor costs the shop, including taxes and benefits. Used to calculate margin."
      >
        <Cell
          label="Labor cost per hour"
          path="laborCostPerHour"
          figure
          value={form.laborCostPerHour}
          set={(laborCostPerHour) => (f) => ({ ...f, laborCostPerHour })}
        />
      </Setting>
    </>
  );
}
