import { useEffect, useRef, useState } from 'react';
import { day, figure } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { MeasureRule } from './MeasureRule';
import type { Point } from './overlay';

interface Props {
  point: Point;
  onValue: (value: string) => void;
  onSkip: () => void;
  onClose: () => void;
}

/** Digits for a measured value, with its rule above them. Typed digits are heard as well. */
export function NumberPad({ point, onValue, onSkip, onClose }: Props) {
  const now = useNow();
  const [text, setText] = useState('');
  const dialog = useRef<HTMLDivElement>(null);
  useEffect(() => dialog.current?.focus(), []);
  const add = (sign: string) =>
    setText((before) => (sign === '.' && before.includes('.') ? before : before.length < 7 ? before + sign : before));
  const value = text === '' || text === '.' ? null : Number(text);
  const keep = () => (value === null ? onClose() : onValue(text));
  return (
    <div
      ref={dialog}
      className="number-pad"
      role="dialog"
      aria-label={`Measure ${point.title}, ${point.group}`}
      tabIndex={-1}
      onKeyDown={(event) => {
        if (/^\d$/.test(event.key) || event.key === '.') add(event.key);
        else if (event.key === 'Backspace') setText(text.slice(0, -1));
        else if (event.key === 'Enter' && event.target === dialog.current) keep();
        else if (event.key === 'Escape') onClose();
        else return;
        event.preventDefault();
      }}
    >
      <div className="spread">
        <span>
          <b>{point.title}</b> <span className="soft">{point.group}</span>
        </span>
        <span className="number-pad-value" aria-live="polite">
          {text || (point.measured === null ? '–' : figure(point.measured))} <span className="soft">{point.unit}</span>
        </span>
      </div>
      <MeasureRule limits={point.limits} unit={point.unit} measured={value ?? point.measured} before={point.last?.measured} />
      {point.last && point.last.measured !== null && (
        <span className="soft small">
          Last time {figure(point.last.measured)} {point.unit}, {day(point.last.at, now)}
          {point.last.odometer !== null && ` at ${point.last.odometer.toLocaleString('en-US')}`}
        </span>
      )}
      <div className="number-keys">
        {['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'].map((sign) => (
          <button key={sign} type="button" onClick={() => add(sign)}>
            {sign}
          </button>
        ))}
        <button type="button" aria-label="Delete a digit" onClick={() => setText(text.slice(0, -1))}>
          ⌫
        </button>
      </div>
      <div className="row">
        <button type="button" className="big" onClick={onClose}>
          Cancel
        </button>
        <button type="button" className="big" onClick={onSkip}>
          Can't be measured…
        </button>
        <span className="grow" />
        <button type="button" className="big go" disabled={value === null} onClick={keep}>
          Save {value === null ? '' : `${text} ${point.unit}`}
        </button>
      </div>
    </div>
  );
}
