import Button from '@mui/material/Button';
import { useState } from 'react';
import { Labelled } from './Labelled';
import { useRefusal } from './useRefusal';

interface Props {
  /** What the form does, for who hears it. */
  title: string;
  label: string;
  /** The field that a refusal names. */
  field?: string;
  onAdd: (text: string) => Promise<unknown>;
}

/** One field and a button: adds a row to the list above it. What was refused stays, with its reason. */
export function AddRow({ title, label, field = 'name', onAdd }: Props) {
  const [text, setText] = useState('');
  const refusal = useRefusal(field);
  const add = () =>
    refusal.attempt(async () => {
      await onAdd(text);
      setText('');
    });
  return (
    <form
      className="inline-form"
      aria-label={title}
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <div className="add-row">
        <Labelled label={label} value={text} onText={setText} problem={refusal.of(field) ?? refusal.rest} />
        <Button type="submit" variant="outlined">
          Add
        </Button>
      </div>
    </form>
  );
}
