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
        <Tick
          label="Prices hold their taxes already"
          value={form.pricesIncludeTax}
          set={(pricesIncludeTax) => (f) => ({ ...f, pricesIncludeTax })}
        />
      </Setting>
      <ListProblem path="taxes" />
      <table className="list edit">
        <thead>
          <tr>
            <th>Tax</th>
            <th className="right">Percent</th>
            {ON.map(([key, words]) => (
              <th key={key}>on {words}</th>
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
      <p className="soft">A customer’s page names one of these; it frees them of the taxes ticked.</p>
      <ListProblem path="exemptions" />
      <table className="list edit">
        <thead>
          <tr>
            <th>Exemption</th>
            <th>of all taxes</th>
            {form.taxes.map((tax, t) => (
              <th key={t}>of {tax.code}</th>
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
                <Tick quiet label={`${exemption.name} frees of all taxes`} value={exemption.all} set={(all) => free(i, { all })} />
              </td>
              {form.taxes.map((tax, t) => (
                <td key={t}>
                  {!exemption.all && (
                    <Tick
                      quiet
                      label={`${exemption.name} frees of ${tax.code}`}
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
      <Setting words="Shop supplies" help="Rags, sprays and small hardware that no line names.">
        <Tick label="Charge them" value={s.charged} set={(charged) => set({ charged })} />
      </Setting>
      {s.charged && (
        <>
          <Setting words="Percent">
            {cell('percent', 'Percent of supplies')}
            <span>of</span>
            <Choice
              label="Supplies are a percentage of"
              value={s.base}
              choices={[
                ['Labor', 'labor'],
                ['Parts', 'parts'],
                ['LaborAndParts', 'labor and parts'],
              ]}
              set={(base) => set({ base })}
            />
          </Setting>
          <Setting words="At least" help="Where there is any labor or part to charge them on.">
            {cell('minimum', 'At least', 'no floor')}
          </Setting>
          <Setting words="At most">{cell('maximum', 'At most', 'no ceiling')}</Setting>
          <Setting words="Taxed">
            <Tick label="Taxes that are on supplies apply" value={s.taxable} set={(taxable) => set({ taxable })} />
          </Setting>
          <Setting words="Cost" help="How much of what supplies bring is spent on them, in percent.">
            {cell('costPercent', 'Cost of supplies in percent', '0')}
          </Setting>
        </>
      )}
    </>
  );
}
