interface Props {
  label: string;
  placeholder: string;
  value: string;
  onText: (text: string) => void;
}

/** The field at the top of what opens beside the sheet: it has the focus, and the arrows go on from it into the list. */
export function Search({ label, placeholder, value, onText }: Props) {
  return (
    <div className="labelled grow">
      <input autoFocus aria-label={label} placeholder={placeholder} value={value} onChange={(event) => onText(event.target.value)} />
    </div>
  );
}
