interface Props<Value extends string> {
  label: string;
  value: Value;
  /** What is kept, and the words for it. */
  choices: readonly (readonly [Value, string])[];
  onChange: (value: Value) => void;
}

/** A choice among some, with its label above. */
export function LabelledSelect<Value extends string>({ label, value, choices, onChange }: Props<Value>) {
  return (
    <label className="labelled">
      <span>{label}</span>
      <select value={value} onChange={(event) => onChange(event.target.value as Value)}>
        {choices.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
