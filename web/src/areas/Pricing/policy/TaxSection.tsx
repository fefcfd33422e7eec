import { AddRow, Cell, Choice, ListProblem, Remove, Setting, Tick } from './Fields';
import { usePolicy, without, withRow, type Form } from './usePolicy';

const ON = [
  ['Labor', 'labor'],
  ['Part', 'parts'],
  ['Core', 'cores'],
  ['Sublet', 'sublet'],
  ['Fee', 'fees'],
  ['Supplies', 'supplies'],
] as const;

/** Taxes, what each is on, and who is free of them. */
export function TaxSection() {
  const { form } = usePolicy();
  const set = (i: number, row: Partial<Form['taxes'][number]>) => (f: Form) => ({ ...f, taxes: withRow(f.taxes, i, row) });
  const free = (i: number, row: Partial<Form['exemptions'][number]>) => (f: Form) => ({ ...f, exemptions: withRow(f.exemptions, i, row) });
  const toggled = <T,>(list: readonly T[], item: T, on: boolean) =>
    on ? [...list.filter((x) => x !== item), item] : list.filter((x) => x !== item);
  return (
    <>
      <Setting words="Prices">
        <Tick label="Prices include tax" value={form.pricesIncludeTax} set={(pricesIncludeTax) => (f) => ({ ...f, pricesIncludeTax })} />
      </Setting>
      <ListProblem path="taxes" />
      <table className="list edit">
        <thead>
          <tr>
            <th>Tax</th>
            <th className="right">Percent</th>
            {ON.map(([key, words]) => (
              <th key={key}>{words}</th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {form.taxes.map((tax, i) => (
            <tr key={i}>
              <td>
                <Cell label="Name of the tax" path={`taxes[${i}].code`} col="code" value={tax.code} set={(code) => set(i, { code })} />
              </td>
              <td>
                <Cell
                  label={`Percent, ${tax.code}`}
                  path={`taxes[${i}].percent`}
                  col="percent"
                  figure
                  value={tax.percent}
                  set={(percent) => set(i, { percent })}
                />
              </td>
              {ON.map(([key, words]) => (
                <td key={key}>
                  <Tick
                    quiet
                    label={`${tax.code} is on ${words}`}
                    value={tax.on.includes(key)}
                    set={(on) => (f) => ({ ...f, taxes: withRow(f.taxes, i, { on: toggled(f.taxes[i]!.on, key, on) }) })}
                  />
                </td>
              ))}
              <td>
                <Remove words={`the tax ${tax.code}`} from={(f) => ({ ...f, taxes: without(f.taxes, i) })} />
              </td>
            </tr>
          ))}
          <AddRow cols={9} add={(f) => ({ ...f, taxes: [...f.taxes, { code: '', percent: '', on: ['Part'] }] })}>
            Add a tax
          </AddRow>
        </tbody>
      </table>
      {form.taxes.map((_, i) => (
        <ListProblem key={i} path={`taxes[${i}].on`} />
      ))}
      <h3>Exemptions</h3>
      <p className="soft">Choose one on the customer's page. They are exempt from the checked taxes.</p>
      <ListProblem path="exemptions" />
      <table className="list edit">
        <thead>
          <tr>
            <th>Exemption</th>
            <th>from all taxes</th>
            {form.taxes.map((tax, t) => (
              <th key={t}>from {tax.code}</th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {form.exemptions.map((exemption, i) => (
            <tr key={i}>
              <td>
                <Cell
                  label="Name of the exemption"
                  path={`exemptions[${i}].name`}
                  col="name"
                  value={exemption.name}
                  set={(name) => free(i, { name })}
                />
              </td>
              <td>
                <Tick quiet label={`${exemption.name} frees from all taxes`} value={exemption.all} set={(all) => free(i, { all })} />
              </td>
              {form.taxes.map((tax, t) => (
                <td key={t}>
                  {!exemption.all && (
                    <Tick
                      quiet
                      label={`${exemption.name} is exempt from ${tax.code}`}
                      value={exemption.taxes.includes(tax.code)}
                      set={(on) => free(i, { taxes: toggled(exemption.taxes, tax.code, on) })}
                    />
                  )}
                </td>
              ))}
              <td>
                <Remove words={`the exemption ${exemption.name}`} from={(f) => ({ ...f, exemptions: without(f.exemptions, i) })} />
              </td>
            </tr>
          ))}
          <AddRow cols={3 + form.taxes.length} add={(f) => ({ ...f, exemptions: [...f.exemptions, { name: '', all: true, taxes: [] }] })}>
            Add an exemption
          </AddRow>
        </tbody>
      </table>
      {form.exemptions.map((_, i) => (
        <ListProblem key={i} path={`exemptions[${i}]`} />
      ))}
    </>
  );
}

/** Shop supplies. */
export function SuppliesSection() {
  const { form } = usePolicy();
  const s = form.supplies;
  const set = (row: Partial<Form['supplies']>) => (f: Form) => ({ ...f, supplies: { ...f.supplies, ...row } });
  const cell = (field: 'percent' | 'minimum' | 'maximum' | 'costPercent', label: string, placeholder = '') => (
    <Cell
      label={label}
      path={`supplies.${field}`}
      figure
      value={s[field]}
      placeholder={placeholder}
      set={(text) => set({ [field]: text })}
    />
  );
  return (
    <>
      <Setting words="Shop supplies" help="Rags, chemicals and small hardware not listed on their own lines.">
        <Tick label="Charge shop supplies" value={s.charged} set={(charged) => set({ charged })} />
      </Setting>
      {s.charged && (
        <>
          <Setting words="Percent">
            {cell('percent', 'Percent of supplies')}
            <span>of</span>
            <Choice
              label="Shop supplies are a percent of"
              value={s.base}
              choices={[
                ['Labor', 'labor'],
                ['Parts', 'parts'],
                ['LaborAndParts', 'labor and parts'],
              ]}
              set={(base) => set({ base })}
            />
          </Setting>
          <Setting words="Minimum" help="Applies when there is labor or parts to charge on.">
            {cell('minimum', 'Minimum', 'none')}
          </Setting>
          <Setting words="Maximum">{cell('maximum', 'Maximum', 'none')}</Setting>
          <Setting words="Taxed">
            <Tick label="Taxable" value={s.taxable} set={(taxable) => set({ taxable })} />
          </Setting>
          <Setting words="Cost" help="What shop supplies cost the shop, as a percent of what it charges.">
            {cell('costPercent', 'Cost of supplies in percent', '0')}
          </Setting>
        </>
      )}
    </>
  );
}
