/** @jsxImportSource preact */
interface Props {
  id: string;
  label: string;
  value: string;
  /** What the browser may fill in; `off` for nothing. */
  fill: string;
  /** What is wrong with it, in words; empty for nothing. */
  wrong: string;
  /** Several lines. */
  long?: boolean;
  onText: (text: string) => void;
}

/** A field of a customer's form with its label, and what is wrong with it behind it. */
export function TypedField({ id, label, value, fill, wrong, long, onText }: Props) {
  const same = {
    id,
    value,
    'aria-invalid': wrong !== '',
    'aria-describedby': wrong ? `${id}-wrong` : undefined,
    onInput: (event: Event) => onText((event.currentTarget as HTMLInputElement | HTMLTextAreaElement).value),
  };
  return (
    <div>
      <label for={id}>{label}</label>
      {long ? (
        <textarea {...same} rows={3} />
      ) : (
        <input {...same} autoComplete={fill} inputMode={fill === 'tel' ? 'tel' : fill === 'email' ? 'email' : 'text'} />
      )}
      {wrong && (
        <p id={`${id}-wrong`} class="stop wrong" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}
