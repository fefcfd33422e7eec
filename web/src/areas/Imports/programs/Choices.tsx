import styles from './programs.module.css';

interface Props<Value extends string> {
  legend: string;
  of: readonly { value: Value; words: string }[];
  chosen: readonly Value[];
  onChoose: (chosen: Value[]) => void;
  problem?: string;
}

/** Some of many, each with a box to tick. */
export function Choices<Value extends string>({ legend, of, chosen, onChoose, problem }: Props<Value>) {
  return (
    <fieldset className={styles.choices}>
      <legend>{legend}</legend>
      {of.map(({ value, words }) => (
        <label key={value}>
          <input
            type="checkbox"
            checked={chosen.includes(value)}
            onChange={(event) => onChoose(event.target.checked ? [...chosen, value] : chosen.filter((other) => other !== value))}
          />
          {words}
        </label>
      ))}
      {problem && (
        <span className="field-problem" role="alert">
          {problem}
        </span>
      )}
    </fieldset>
  );
}
