import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../../lib/api';
import { day, moment } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Plate } from '../../ui/Plate';
import { useSay } from '../../ui/Toasts';
import { benchCarQuery } from './benchCarQuery';
import { BenchEntry } from './BenchEntry';
import { BenchReadings } from './BenchReadings';
import { BenchSpecs } from './BenchSpecs';
import styles from './BenchCarPage.module.css';
import '../../ui/bench.css';

type Details = Schemas['BenchDetailsView'];

/** What a technician opens about a car: notes and parts asked for, what is read on it, specs and earlier work. No amounts. */
export default function BenchCarPage() {
  const id = Number(useParams().id);
  const details = useQuery(benchCarQuery(id));
  const refresh = useRefresh();
  const say = useSay();
  if (details.error && !details.data)
    return details.error instanceof Problem && details.error.code === 'bench.gone' ? (
      <div className="bench">
        <div className="notice">{details.error.message}</div>
        <Link to="/bench" className="big bench-back">
          Back to the Bench
        </Link>
      </div>
    ) : (
      <Failed error={details.error} again={() => void details.refetch()} />
    );
  if (!details.data) return <Loading what="the vehicle" />;
  const car = details.data;
  const path = { id };
  const sent = async (done: string) => {
    say.done(done);
    await refresh(['order', id], ['bench']);
  };
  return (
    <div className="bench">
      <header className={styles.head}>
        <Plate text={car.plate} large />
        <div className="grow">
          <h1>{car.vehicle}</h1>
          <div className="soft">Order {car.number}</div>
        </div>
        <Link to="/bench" className="big bench-back">
          Back to the Bench
        </Link>
      </header>
      <section className={styles.card} aria-labelledby="bench-notes">
        <h2 id="bench-notes">Notes and photos</h2>
        <BenchEntry
          label="Note to the counter"
          placeholder="Bolt broke off in the bracket, needs an hour more"
          action="Send note"
          send={(text, photoHash) => unwrap(api.POST('/api/bench/orders/{id}/notes', { params: { path }, body: { text, photoHash } }))}
          onSent={() => sent('Note sent to the counter.')}
        />
        <Notes car={car} />
      </section>
      <section className={styles.card} aria-labelledby="bench-parts">
        <h2 id="bench-parts">Ask for a part</h2>
        <BenchEntry
          label="Part"
          placeholder="Left front brake hose"
          action="Ask for it"
          jobs={car.jobs}
          send={(text, photoHash, jobId) =>
            unwrap(api.POST('/api/bench/orders/{id}/part-requests', { params: { path }, body: { text, photoHash, jobId } }))
          }
          onSent={() => sent('The parts desk was asked.')}
        />
        {car.parts.map((part) => (
          <div key={`${part.at} ${part.text}`} className={styles.row}>
            <span className="grow">
              {part.text} <span className="soft small">{part.by}</span>
            </span>
            <span className={part.waiting ? 'soft' : 'strong'}>{part.state}</span>
          </div>
        ))}
      </section>
      <BenchReadings car={car} onSent={sent} />
      <Earlier visits={car.earlier} />
      <BenchSpecs specs={car.specs} />
    </div>
  );
}

function Notes({ car }: { car: Details }) {
  const now = useNow();
  return (
    <>
      {car.notes.map((note) => (
        <div key={`${note.at} ${note.text}`} className={styles.row}>
          <span className="grow">{note.text}</span>
          <span className="soft small">
            {note.by}, {moment(note.at, now)}
          </span>
        </div>
      ))}
      {car.photos.length > 0 && (
        <div className={styles.photos}>
          {car.photos.map((photo) => (
            <a key={photo.hash} href={`/api/photos/${photo.hash}`} target="_blank" rel="noreferrer">
              <img src={`/api/photos/${photo.hash}`} alt={`${photo.name}, ${photo.by}`} loading="lazy" />
            </a>
          ))}
        </div>
      )}
    </>
  );
}

function Earlier({ visits }: { visits: Details['earlier'] }) {
  const now = useNow();
  const [all, setAll] = useState(false);
  const shown = all ? visits : visits.slice(0, 5);
  return (
    <section className={styles.card} aria-labelledby="bench-earlier">
      <h2 id="bench-earlier">Earlier work</h2>
      {visits.length === 0 && <p className="soft">This vehicle was not here before.</p>}
      {shown.map((visit) => (
        <div key={`${visit.number} ${visit.on}`} className={styles.visit}>
          <div className="soft small">
            {[day(visit.on, now), visit.odometer?.toLocaleString('en-US'), `order ${visit.number}`].filter(Boolean).join(' · ')}
          </div>
          {visit.complaint && <div>{visit.complaint}</div>}
          {visit.done.map((title) => (
            <div key={title} className="strong">
              {title}
            </div>
          ))}
          {visit.notDone.map((words) => (
            <div key={words} className="soft">
              {words}
            </div>
          ))}
        </div>
      ))}
      {visits.length > shown.length && (
        <button className="big" onClick={() => setAll(true)}>
          Show all {visits.length} visits
        </button>
      )}
    </section>
  );
}
