import type { ReactNode } from 'react';
import { Check } from '../../../ui/Check';
import { EditCell } from '../../../ui/EditCell';
import { useSay } from '../../../ui/Toasts';
import { usePolicy, type Form } from './usePolicy';

interface CellProps {
  label: string;
  path: string;
  value: string;
  set: (text: string) => (form: Form) => Form;
  col?: string;
  figure?: boolean;
  placeholder?: string;
  disabled?: boolean;
}

/** A cell of the policy; what is wrong with it stands below it. */
export function Cell({ label, path, value, set, col, figure, placeholder, disabled }: CellProps) {
  const { change, wrong } = usePolicy();
  return (
    <EditCell
      label={label}
      col={col}
      className={figure ? 'right' : ''}
      value={value}
      commit={(text) => change(set(text))}
      wrong={wrong(path)}
      placeholder={placeholder}
      disabled={disabled}
    />
  );
}

/** A choice among a few words. */
export function Choice<T extends string>({
  label,
  value,
  choices,
  set,
  path,
}: {
  label: string;
  value: T;
  choices: readonly (readonly [T, string])[];
  set: (value: T) => (form: Form) => Form;
  path?: string;
}) {
  const { change, wrong } = usePolicy();
  const say = useSay();
  const problem = path ? wrong(path) : undefined;
  return (
    <span className="choice">
      <select
        aria-label={label}
        aria-invalid={problem !== undefined}
        value={value}
        onChange={(event) => void change(set(event.target.value as T)).catch(say.refused)}
      >
        {!choices.some(([key]) => key === value) && <option value={value}>{value || 'choose…'}</option>}
        {choices.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {problem && <span className="field-problem">{problem}</span>}
    </span>
  );
}

/** Yes or no. */
export function Tick({
  label,
  value,
  set,
  quiet,
}: {
  label: string;
  value: boolean;
  set: (value: boolean) => (form: Form) => Form;
  quiet?: boolean;
}) {
  const { change } = usePolicy();
  return (
    <Check className="tick" checked={value} onCheck={(on) => change(set(on))} label={label}>
      {!quiet && label}
    </Check>
  );
}

/** A line of a section: words at the left, what is set at the right. */
export function Setting({ words, help, children }: { words: string; help?: string; children: ReactNode }) {
  return (
    <div className="setting">
      <div>
        <div>{words}</div>
        {help && <div className="soft small">{help}</div>}
      </div>
      <div className="set">{children}</div>
    </div>
  );
}

/** The end of a table: one more row. */
export function AddRow({ children, add, cols }: { children: string; add: (form: Form) => Form; cols: number }) {
  const { change } = usePolicy();
  const say = useSay();
  return (
    <tr>
      <td colSpan={cols}>
        <button className="linkish" onClick={() => void change(add).catch(say.refused)}>
          {children}
        </button>
      </td>
    </tr>
  );
}

/** Takes a row away. */
export function Remove({ words, from }: { words: string; from: (form: Form) => Form }) {
  const { remove } = usePolicy();
  return (
    <button className="more" aria-label={`Remove ${words}`} title={`Remove ${words}`} onClick={() => remove(words, from)}>
      ×
    </button>
  );
}

/** What is wrong with a whole list. */
export function ListProblem({ path }: { path: string }) {
  const { view } = usePolicy();
  const found = view.problems.filter((problem) => problem.field === path);
  return found.map((problem) => (
    <p className="field-problem" role="alert" key={problem.message}>
      {problem.message}
    </p>
  ));
}
