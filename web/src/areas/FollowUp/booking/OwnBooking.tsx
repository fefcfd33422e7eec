/** @jsxImportSource preact */
import { useCallback, useEffect, useState } from 'preact/hooks';
import { Call, Head, Trouble } from '../../Approval/page/Head';
import { ask, type Refused } from '../../Approval/page/talk';
import { dayWords, timeWords, type Booking } from './talk';
import { Times } from './Times';

/** A booking behind its link: how far it is, for the calendar, moved or called off. */
export function OwnBooking({ token }: { token: string }) {
  const [view, setView] = useState<Booking | null>(null);
  const [trouble, setTrouble] = useState('');
  const [problem, setProblem] = useState('');
  const [moving, setMoving] = useState(false);
  const [sure, setSure] = useState(false);
  const [start, setStart] = useState('');
  const [round, setRound] = useState(0);
  const load = useCallback(() => {
    setTrouble('');
    ask<Booking>(`bookings/${token}`).then(
      (got) => {
        document.title = `${got.head.shop}: your booking`;
        setView(got);
      },
      (error: Refused) => setTrouble(error.message),
    );
  }, [token]);
  useEffect(load, [load]);
  if (trouble) return <Trouble words={trouble} again={load} />;
  if (!view) {
    return (
      <main class="alone" aria-busy="true">
        <p>Loading your booking…</p>
      </main>
    );
  }
  const change = async (path: string, body: unknown) => {
    setProblem('');
    try {
      await ask(`bookings/${token}/${path}`, body);
      setMoving(false);
      setSure(false);
      setStart('');
      load();
    } catch (error) {
      setProblem((error as Refused).message);
      setRound((before) => before + 1);
    }
  };
  const [day = '', time = ''] = view.start.split('T');
  const coming = view.state === 'Asked' || view.state === 'Confirmed';
  return (
    <>
      <Head {...view.head} />
      <main>
        <h1>{view.sentence}</h1>
        <div class="job">
          <h3>
            {dayWords(day)} at {timeWords(time)}
          </h3>
          <p>{view.title}</p>
          {view.address && <p class="soft pre">{view.address}</p>}
          {coming && (
            <p>
              <a href={`/api/customers-pages/bookings/${token}/appointment.ics`}>Add to your calendar</a>
            </p>
          )}
        </div>
        {problem && (
          <p class="stop" role="alert">
            {problem}
          </p>
        )}
        {view.mayChange && !moving && !sure && (
          <p class="row">
            {view.serviceIds.length > 0 && (
              <button class="plain" onClick={() => setMoving(true)}>
                Choose another time
              </button>
            )}
            <button class="plain" onClick={() => setSure(true)}>
              Cancel it
            </button>
          </p>
        )}
        {sure && (
          <div class="job">
            <p>Cancel this appointment?</p>
            <p class="row">
              <button class="plain" onClick={() => void change('cancel', {})}>
                Yes, cancel it
              </button>
              <button class="plain" onClick={() => setSure(false)}>
                Keep it
              </button>
            </p>
          </div>
        )}
        {moving && (
          <>
            <h2>Another time</h2>
            <Times services={view.serviceIds} chosen={start} round={round} onChoose={setStart} />
            <button class="send" disabled={!start} onClick={() => void change('move', { start })}>
              Move it
            </button>
            <button class="link" onClick={() => setMoving(false)}>
              Keep the time
            </button>
          </>
        )}
        {coming && !view.mayChange && (
          <>
            <p class="soft">To change it now, please call us.</p>
            <Call phone={view.head.phone} />
          </>
        )}
        {!coming && (
          <p>
            <a href="/book">Book another time</a>
          </p>
        )}
      </main>
    </>
  );
}
