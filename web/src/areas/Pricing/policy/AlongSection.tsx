import { AddRow, Cell, Choice, ListProblem, Remove, Tick } from './Fields';
import { usePolicy, without, withRow, type Form } from './usePolicy';

const KINDS = [
  ['Labor', 'labor'],
  ['Part', 'part'],
  ['Fee', 'fee'],
] as const;

/** What comes along with parts of a category. */
export function AlongSection() {
  const { form, view } = usePolicy();
  const set = (i: number, row: Partial<Form['companions'][number]>) => (f: Form) => ({ ...f, companions: withRow(f.companions, i, row) });
  return (
    <>
      <p className="soft">Adding a part in the category adds these for each unit. Each one can be changed or waived on the repair order.</p>
      <ListProblem path="companions" />
      <table className="list edit">
        <thead>
          <tr>
            <th>Code</th>
            <th>Customer description</th>
            <th>Part category</th>
            <th>Type</th>
            <th className="right">Each</th>
            <th className="right">Hours</th>
            <th className="right">Cost</th>
            <th>Taxable</th>
            <th>Pass-through</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {form.companions.map((rule, i) => {
            const cell = (
              field: 'code' | 'label' | 'amountPerUnit' | 'hoursPerUnit' | 'costPerUnit',
              label: string,
              figure = false,
              disabled = false,
            ) => (
              <Cell
                label={`${label}, ${rule.code}`}
                path={`companions[${i}].${field}`}
                col={field}
                figure={figure}
                disabled={disabled}
                value={disabled ? '' : rule[field]}
                set={(text) => set(i, { [field]: text })}
              />
            );
            return (
              <tr key={i}>
                <td>{cell('code', 'Code')}</td>
                <td>{cell('label', 'Label')}</td>
                <td>
                  <Choice
                    label={`With, ${rule.code}`}
                    path={`companions[${i}].category`}
                    value={rule.category}
                    choices={view.partCategories.map((c) => [c, c] as const)}
                    set={(category) => set(i, { category })}
                  />
                </td>
                <td>
                  <Choice
                    label={`As, ${rule.code}`}
                    value={rule.kind as 'Labor' | 'Part' | 'Fee'}
                    choices={KINDS}
                    set={(kind) => set(i, { kind })}
                  />
                </td>
                <td>{cell('amountPerUnit', 'Each', true)}</td>
                <td>{cell('hoursPerUnit', 'Hours', true, rule.kind !== 'Labor')}</td>
                <td>{cell('costPerUnit', 'Cost', true, rule.kind === 'Labor')}</td>
                <td>
                  <Tick quiet label={`${rule.code} is taxed`} value={rule.taxable} set={(taxable) => set(i, { taxable })} />
                </td>
                <td>
                  {rule.kind === 'Fee' && (
                    <Tick
                      quiet
                      label={`${rule.code} is pass-through`}
                      value={rule.passThrough}
                      set={(passThrough) => set(i, { passThrough })}
                    />
                  )}
                </td>
                <td>
                  <Remove words={rule.code || 'this row'} from={(f) => ({ ...f, companions: without(f.companions, i) })} />
                </td>
              </tr>
            );
          })}
          <AddRow
            cols={10}
            add={(f) => ({
              ...f,
              companions: [
                ...f.companions,
                {
                  code: '',
                  label: '',
                  category: '',
                  kind: 'Fee',
                  amountPerUnit: '',
                  hoursPerUnit: '',
                  costPerUnit: '',
                  taxable: true,
                  passThrough: false,
                },
              ],
            })}
          >
            Add an automatic add-on
          </AddRow>
        </tbody>
      </table>
      <p className="soft">
        Labor cost is its hours times the labor cost per hour. A pass-through fee is collected for the state and is neither revenue nor
        cost.
      </p>
    </>
  );
}

/** Fees charged once an order. */
export function FeesSection() {
  const { form, view } = usePolicy();
  const set = (i: number, row: Partial<Form['orderFees'][number]>) => (f: Form) => ({ ...f, orderFees: withRow(f.orderFees, i, row) });
  return (
    <>
      <p className="soft">Charged once per repair order, never on a counter sale.</p>
      <ListProblem path="orderFees" />
      <table className="list edit">
        <thead>
          <tr>
            <th>Code</th>
            <th className="right">Amount</th>
            <th className="right">Cost</th>
            <th>Only with category</th>
            <th>Taxable</th>
            <th>Pass-through</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {form.orderFees.map((fee, i) => (
            <tr key={i}>
              <td>
                <Cell label="Code of the fee" path={`orderFees[${i}].code`} col="code" value={fee.code} set={(code) => set(i, { code })} />
              </td>
              <td>
                <Cell
                  label={`Amount, ${fee.code}`}
                  path={`orderFees[${i}].amount`}
                  col="amount"
                  figure
                  value={fee.amount}
                  set={(text) => set(i, { amount: text })}
                />
              </td>
              <td>
                <Cell
                  label={`Cost, ${fee.code}`}
                  path={`orderFees[${i}].costEach`}
                  col="cost"
                  figure
                  value={fee.costEach}
                  set={(costEach) => set(i, { costEach })}
                />
              </td>
              <td>
                <Choice
                  label={`Only with, ${fee.code}`}
                  value={fee.category}
                  choices={[['', 'any work'] as const, ...view.partCategories.map((c) => [c, c] as const)]}
                  set={(category) => set(i, { category })}
                />
              </td>
              <td>
                <Tick quiet label={`${fee.code} is taxed`} value={fee.taxable} set={(taxable) => set(i, { taxable })} />
              </td>
              <td>
                <Tick quiet label={`${fee.code} is pass-through`} value={fee.passThrough} set={(passThrough) => set(i, { passThrough })} />
              </td>
              <td>
                <Remove words={`the fee ${fee.code}`} from={(f) => ({ ...f, orderFees: without(f.orderFees, i) })} />
              </td>
            </tr>
          ))}
          <AddRow
            cols={7}
            add={(f) => ({
              ...f,
              orderFees: [...f.orderFees, { code: '', amount: '', costEach: '', taxable: true, passThrough: false, category: '' }],
            })}
          >
            Add a fee
          </AddRow>
        </tbody>
      </table>
    </>
  );
}
