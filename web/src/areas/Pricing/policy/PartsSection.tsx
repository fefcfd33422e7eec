import { useState } from 'react';
import { useSay } from '../../../ui/Toasts';
import { BandCurve } from './BandCurve';
import { AddRow, Cell, Choice, ListProblem, Remove, Setting, Tick } from './Fields';
import { usePolicy, without, withRow } from './usePolicy';
import styles from './PartsSection.module.css';

/** Markup tables with their curves, categories, endings. */
export function PartsSection() {
  const { form, view } = usePolicy();
  const [at, setAt] = useState(0);
  const table = form.markupBands[Math.min(at, form.markupBands.length - 1)];
  return (
    <>
      <ListProblem path="markupBands" />
      <Tables at={at} onAt={setAt} />
      {table && <Bands key={at} at={Math.min(at, form.markupBands.length - 1)} />}
      <h3>Markup table by part category</h3>
      <table className={`list edit ${styles.narrow}`}>
        <thead>
          <tr>
            <th>Part category</th>
            <th>Markup table</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {form.categories.map((category, i) => (
            <tr key={i}>
              <td>
                <Cell
                  label="Category"
                  path={`categories[${i}].name`}
                  col="category"
                  value={category.name}
                  set={(name) => (f) => ({ ...f, categories: withRow(f.categories, i, { name }) })}
                />
              </td>
              <td>
                <Choice
                  label={`Markup table for ${category.name}`}
                  path={`categories[${i}].bands`}
                  value={category.bands}
                  choices={[
                    ['', 'standard'] as const,
                    ...form.markupBands.filter((t) => t.name !== 'standard').map((t) => [t.name, t.name] as const),
                  ]}
                  set={(bands) => (f) => ({ ...f, categories: withRow(f.categories, i, { bands }) })}
                />
              </td>
              <td>
                <Remove words={`the category ${category.name}`} from={(f) => ({ ...f, categories: without(f.categories, i) })} />
              </td>
            </tr>
          ))}
          <AddRow
            cols={3}
            add={(f) => ({
              ...f,
              categories: [
                ...f.categories,
                { name: view.partCategories.find((c) => !f.categories.some((x) => x.name === c)) ?? '', bands: '' },
              ],
            })}
          >
            Add a category
          </AddRow>
        </tbody>
      </table>
      <p className="soft">Every other category uses standard.</p>
      <Setting words="Price endings" help="Prices only round up, so a higher-cost part never sells for less.">
        <Choice
          label="Price endings"
          value={form.ending}
          choices={[
            ['None', 'no rounding'],
            ['RoundUpTo', 'round up to a multiple of'],
            ['EndWith', 'round up to end in'],
          ]}
          set={(ending) => (f) => ({ ...f, ending })}
        />
        {form.ending !== 'None' && (
          <Cell
            label="Ending"
            path="endingValue"
            figure
            value={form.endingValue}
            placeholder={form.ending === 'EndWith' ? '0.95' : '0.25'}
            set={(endingValue) => (f) => ({ ...f, endingValue })}
          />
        )}
      </Setting>
      <Setting words="List price">
        <Tick label="Never sell above manufacturer's list price" value={form.capAtList} set={(capAtList) => (f) => ({ ...f, capAtList })} />
      </Setting>
      <Setting words="Parts from stock are priced by" help="Inventory value uses average cost either way.">
        <Choice
          label="Stock cost used for pricing"
          value={form.stockCost}
          choices={[
            ['Last', 'last cost'],
            ['Average', 'average cost'],
          ]}
          set={(stockCost) => (f) => ({ ...f, stockCost })}
        />
      </Setting>
    </>
  );
}

function Tables({ at, onAt }: { at: number; onAt: (at: number) => void }) {
  const { form, change } = usePolicy();
  const say = useSay();
  return (
    <div className="tables">
      <div role="tablist" aria-label="Markup tables">
        {form.markupBands.map((table, i) => (
          <button key={i} role="tab" aria-selected={i === Math.min(at, form.markupBands.length - 1)} onClick={() => onAt(i)}>
            {table.name || 'unnamed'}
          </button>
        ))}
      </div>
      <button
        className="linkish"
        onClick={() => {
          onAt(form.markupBands.length);
          void change((f) => ({ ...f, markupBands: [...f.markupBands, { name: '', bands: [{ upTo: '', multiplier: '' }] }] })).catch(
            say.refused,
          );
        }}
      >
        Add a markup table
      </button>
    </div>
  );
}

function Bands({ at }: { at: number }) {
  const { form, view } = usePolicy();
  const table = form.markupBands[at]!;
  const curve = view.curves.find((c) => c.table === table.name);
  const set = (change: (bands: typeof table.bands) => typeof table.bands) => (f: typeof form) => ({
    ...f,
    markupBands: f.markupBands.map((t, i) => (i === at ? { ...t, bands: change(t.bands) } : t)),
  });
  return (
    <div className="bands">
      <div>
        <table className="list edit">
          <thead>
            <tr>
              <th className="right">Cost up to</th>
              <th className="right">Multiplier</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {table.bands.map((band, b) => {
              const open = b === table.bands.length - 1;
              return (
                <tr key={b}>
                  <td>
                    <Cell
                      label={`Row ${b + 1}, cost up to`}
                      path={`markupBands[${at}].bands[${b}].upTo`}
                      col="upTo"
                      figure
                      placeholder={open ? 'all higher costs' : ''}
                      value={band.upTo}
                      set={(upTo) => set((bands) => withRow(bands, b, { upTo }))}
                    />
                  </td>
                  <td>
                    <Cell
                      label={`Band ${b + 1}, times`}
                      path={`markupBands[${at}].bands[${b}].multiplier`}
                      col="times"
                      figure
                      value={band.multiplier}
                      set={(multiplier) => set((bands) => withRow(bands, b, { multiplier }))}
                    />
                  </td>
                  <td>{table.bands.length > 1 && <Remove words={`band ${b + 1}`} from={set((bands) => openLast(without(bands, b)))} />}</td>
                </tr>
              );
            })}
            <AddRow cols={3} add={set((bands) => [...bands.slice(0, -1), { upTo: '', multiplier: '' }, bands[bands.length - 1]!])}>
              Add a row
            </AddRow>
          </tbody>
        </table>
        <div className="setting">
          <span>Name</span>
          <div className="set">
            <Cell
              label="Table name"
              path={`markupBands[${at}].name`}
              value={table.name}
              set={(name) => (f) => ({
                ...f,
                markupBands: withRow(f.markupBands, at, { name }),
                categories: f.categories.map((c) => (c.bands === table.name && table.name ? { ...c, bands: name } : c)),
              })}
            />
            {form.markupBands.length > 1 && (
              <Remove words={`the table ${table.name}`} from={(f) => ({ ...f, markupBands: without(f.markupBands, at) })} />
            )}
          </div>
        </div>
        <ListProblem path={`markupBands[${at}]`} />
      </div>
      {curve ? <BandCurve curve={curve} /> : <p className="soft">The curve appears when every row is filled in.</p>}
    </div>
  );
}

/** The last band is the open one. */
function openLast<T extends { upTo: string }>(bands: T[]): T[] {
  return bands.map((band, i) => (i === bands.length - 1 ? { ...band, upTo: '' } : band));
}
