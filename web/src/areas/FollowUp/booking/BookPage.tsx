/** @jsxImportSource preact */
import { useCallback, useEffect, useRef, useState } from 'preact/hooks';
import { Call, Head, Trouble } from '../../Approval/page/Head';
import { ask, type Refused } from '../../Approval/page/talk';
import { Ask } from './Ask';
import { KnownBy } from './KnownBy';
import { PhotoField } from './PhotoField';
import { book, lengthWords, newId, type Known, type Page } from './talk';
import { Times } from './Times';
import { TypedField } from './TypedField';

const FIELDS = [
  ['name', 'Your name', 'name'],
  ['phone', 'Mobile phone', 'tel'],
  ['plate', 'License plate, if you know it', 'off'],
  ['vehicle', 'Year, make and model', 'off'],
  ['email', 'Email, if you like', 'email'],
  ['words', 'Anything we should know', 'off'],
] as const;

type Field = (typeof FIELDS)[number][0];

const NONE: Record<Field, string> = { name: '', phone: '', plate: '', vehicle: '', email: '', words: '' };

/** Booking a time: what, when, who. Everything on one page, in the order in which people answer. */
export function BookPage() {
  const [page, setPage] = useState<Page | null>(null);
  const [trouble, setTrouble] = useState('');
  const [services, setServices] = useState<number[]>([]);
  const [start, setStart] = useState('');
  const [typed, setTyped] = useState(NONE);
  const [known, setKnown] = useState<Known | null>(null);
  const [vehicleId, setVehicleId] = useState<number | null>(null);
  const [photo, setPhoto] = useState('');
  const [waits, setWaits] = useState(false);
  const [round, setRound] = useState(0);
  const [problem, setProblem] = useState<{ words: string; field?: string } | null>(null);
  const [busy, setBusy] = useState(false);
  // What is sent again after a lost answer is the same booking; another time is another one.
  const id = useRef(newId());
  const website = useRef<HTMLInputElement>(null);
  const robot = () => website.current?.value ?? '';
  const load = useCallback(() => {
    setTrouble('');
    ask<Page>('booking').then(
      (got) => {
        document.title = `${got.head.shop}: book a time`;
        setPage(got);
      },
      (error: Refused) => setTrouble(error.message),
    );
  }, []);
  useEffect(load, [load]);
  useEffect(() => {
    const key = new URLSearchParams(location.search).get('m');
    // Whether it is counted is nothing to the customer.
    if (key) ask('booking/opened', { key }).catch(() => undefined);
  }, []);
  if (trouble) return <Trouble words={trouble} again={load} />;
  if (!page) {
    return (
      <main class="alone" aria-busy="true">
        <p>Loading…</p>
      </main>
    );
  }
  const send = async (event: Event) => {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    try {
      const { token } = await book(id.current, {
        serviceIds: services,
        start,
        ...typed,
        waits,
        known: known?.key ?? null,
        vehicleId: known ? vehicleId : null,
        photo: photo || null,
        website: robot(),
      });
      location.assign(`/book/${token}`);
    } catch (error) {
      const { message, field } = error as Refused;
      setProblem({ words: message, field });
      // Known for an hour only; what was typed stays.
      if (field === 'code') setKnown(null);
      if (field === 'start') {
        setStart('');
        setRound((before) => before + 1);
      }
      setBusy(false);
      document.getElementById(field && (field in NONE || field === 'photo') ? field : 'problem')?.focus();
    }
  };
  const choose = (time: string) => {
    if (time !== start) id.current = newId();
    setStart(time);
  };
  const toggle = (service: number) => {
    setStart('');
    setServices((before) => (before.includes(service) ? before.filter((one) => one !== service) : [...before, service]));
  };
  // Who is known types nothing that is on file.
  const onFile = (field: Field) =>
    known !== null && field !== 'words' && (vehicleId !== null || (field !== 'plate' && field !== 'vehicle'));
  const atPhoto = problem?.field === 'photo' && start !== '';
  const atField = FIELDS.some(([field]) => field === problem?.field && !onFile(field)) && start !== '';
  const money = (value: number) => value.toLocaleString('en-US', { style: 'currency', currency: page.currency });
  return (
    <>
      <Head {...page.head} />
      {page.picture && <img class="shop-picture" src={`/api/customers-pages/booking/picture.jpg?${page.picture.slice(0, 8)}`} alt="" />}
      <main>
        <h1>Book a time</h1>
        {page.words && <p class="pre">{page.words}</p>}
        {!page.isOpen ? (
          <>
            <p>Times can’t be booked here right now.</p>
            <Call phone={page.head.phone} />
          </>
        ) : (
          <form onSubmit={(event) => void send(event)} noValidate>
            <h2>What can we do for you?</h2>
            {page.services.map((service) => (
              <label key={service.id} class={services.includes(service.id) ? 'service on' : 'service'}>
                <input type="checkbox" checked={services.includes(service.id)} onChange={() => toggle(service.id)} />
                <span>
                  <b>{service.title}</b>
                  {service.words && <span class="soft small">{service.words}</span>}
                </span>
                <span class="soft nowrap small">
                  {service.priceFrom !== null && <b>from {money(service.priceFrom)} </b>}
                  {lengthWords(service.minutes)}
                </span>
              </label>
            ))}
            {services.length > 0 && (
              <>
                <h2>When?</h2>
                <Times services={services} chosen={start} round={round} onChoose={choose} />
              </>
            )}
            {start && (
              <>
                <h2>Who are you?</h2>
                <KnownBy
                  known={known}
                  vehicleId={vehicleId}
                  website={robot}
                  onKnown={(found) => {
                    setProblem(null);
                    setKnown(found);
                    setVehicleId(found?.vehicles[0]?.id ?? null);
                  }}
                  onVehicle={setVehicleId}
                />
                {FIELDS.filter(([field]) => !onFile(field)).map(([field, label, fill]) => (
                  <TypedField
                    key={field}
                    id={field}
                    label={label}
                    value={typed[field]}
                    fill={fill}
                    long={field === 'words'}
                    wrong={problem?.field === field ? problem.words : ''}
                    onText={(text) => setTyped({ ...typed, [field]: text })}
                  />
                ))}
                <PhotoField photo={photo} wrong={problem?.field === 'photo' ? problem.words : ''} onPhoto={setPhoto} />
                <label class="then known">
                  <input type="checkbox" checked={waits} onChange={(event) => setWaits(event.currentTarget.checked)} />I will wait at the
                  shop
                </label>
                <div class="unseen" aria-hidden="true">
                  <label for="website">Leave this empty</label>
                  <input id="website" ref={website} tabIndex={-1} autoComplete="off" />
                </div>
                <button class="send" disabled={busy}>
                  {page.confirms ? 'Book this time' : 'Ask for this time'}
                </button>
                <p class="soft small">
                  {page.confirms ? 'You get a text with the confirmation.' : 'We confirm it by text.'} We keep what you enter to plan this
                  visit.
                </p>
              </>
            )}
            {problem && !atField && !atPhoto && (
              <p id="problem" class="stop" role="alert" tabIndex={-1}>
                {problem.words}
              </p>
            )}
          </form>
        )}
        {page.isOpen && <Ask />}
      </main>
    </>
  );
}
