/** @jsxImportSource preact */
import { useEffect, useState } from 'preact/hooks';
import { ask, type Refused } from '../../Approval/page/talk';
import { dayWords, timeWords, type Day } from './talk';

interface Props {
  services: number[];
  chosen: string;
  /** Counts up when what is free has to be asked for again. */
  round: number;
  onChoose: (start: string) => void;
}

const SHOWN = 5;

/** Times that are really free, by day. */
export function Times({ services, chosen, round, onChoose }: Props) {
  const [days, setDays] = useState<Day[] | null>(null);
  const [trouble, setTrouble] = useState('');
  const [all, setAll] = useState(false);
  const asked = services.join(',');
  useEffect(() => {
    let gone = false;
    setTrouble('');
    ask<Day[]>(`booking/times?services=${asked}`).then(
      (got) => !gone && setDays(got),
      (error: Refused) => !gone && setTrouble(error.message),
    );
    return () => {
      gone = true;
    };
  }, [asked, round]);
  if (trouble) return <p class="stop">{trouble}</p>;
  if (!days) return <p aria-busy="true">Looking for free times…</p>;
  if (days.length === 0) return <p>No time is free in the next weeks. Please call us.</p>;
  return (
    <>
      {days.slice(0, all ? days.length : SHOWN).map(({ day, times }) => (
        <fieldset key={day} class="day">
          <legend>{dayWords(day)}</legend>
          <div class="times">
            {times.map(({ start }) => {
              return (
                <label key={start} class={start === chosen ? 'on' : ''}>
                  <input type="radio" name="start" checked={start === chosen} onChange={() => onChoose(start)} />
                  {timeWords(start.slice(11))}
                </label>
              );
            })}
          </div>
        </fieldset>
      ))}
      {!all && days.length > SHOWN && (
        <button type="button" class="link" onClick={() => setAll(true)}>
          Later days
        </button>
      )}
    </>
  );
}
