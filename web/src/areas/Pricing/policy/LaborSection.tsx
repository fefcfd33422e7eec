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
            <th className="right">An hour</th>
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
                  label={`An hour at ${rate.name}`}
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
      <p className="soft">Labor is charged by the rate of its line, else of the job, the order, the customer’s account, else by general.</p>
      <Setting
        words="Cost of an hour"
        help="What an hour of labor costs the shop, wages with everything on them. Margin is counted with it."
      >
        <Cell
          label="Cost of an hour"
          path="laborCostPerHour"
          figure
          value={form.laborCostPerHour}
          set={(laborCostPerHour) => (f) => ({ ...f, laborCostPerHour })}
        />
      </Setting>
    </>
  );
}
