import { useRef, useState } from 'react';
import { Problem, sentence, type Schemas } from '../../../lib/api';
import { Combo } from '../../../ui/Combo';
import { usePhrases } from '../../../ui/usePhrases';

interface Props {
  id: string;
  use: Schemas['PhraseUse'];
  label: string;
  value: string;
  commit: (text: string) => Promise<unknown>;
  disabled?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
}

/** A cell that is edited in place and offers the shop's phrases and trouble codes while typing. */
export function PhraseCell({ id, use, label, value, commit, disabled, placeholder, autoFocus }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [used, setUsed] = useState(false);
  const escaped = useRef(false);
  const keep = async (text: string | null) => {
    if (escaped.current || text === null || text === value) {
      escaped.current = false;
      setDraft(null);
      setProblem(null);
      return;
    }
    try {
      await commit(text);
      setProblem(null);
      setDraft((now) => (now === text ? null : now));
    } catch (error) {
      setProblem(error instanceof Problem ? error.message : sentence(error));
    }
  };
  const phrases = usePhrases(use, draft ?? value, used && !disabled, (text) => {
    setDraft(text);
    void keep(text);
  });
  return (
    <div className="cell grow" title={value} onFocus={() => setUsed(true)}>
      <Combo
        id={id}
        label={label}
        placeholder={placeholder}
        autoFocus={autoFocus}
        text={draft ?? value}
        onText={(text) => {
          setDraft(text);
          setProblem(null);
        }}
        clearOnTake={false}
        disabled={disabled}
        invalid={problem !== null}
        choices={phrases.choices}
        onDelete={phrases.forget}
        free={{
          onEnter: () => void keep(draft),
          onEscape: () => (escaped.current = true),
        }}
        onLeave={() => void keep(draft)}
      />
      {problem && (
        <div className="says" role="alert">
          {problem}
        </div>
      )}
    </div>
  );
}
