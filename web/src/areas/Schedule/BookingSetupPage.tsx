import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { useRefresh } from '../../lib/shop';
import { uploadPhoto } from '../../lib/upload';
import { AddRow } from '../../ui/AddRow';
import { EditCell } from '../../ui/EditCell';
import { Failed, Loading } from '../../ui/Feedback';
import { Field, Part } from '../../ui/Fields';
import { PicturePart } from '../../ui/PicturePart';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import '../../ui/records.css';
import styles from './BookingSetupPage.module.css';

type Service = Schemas['BookingServiceDetail'];
type Renew = () => Promise<unknown>;

const COLUMNS: CsvColumn<Service>[] = [
  ['Service', (service) => service.title],
  ['About', (service) => service.words],
  ['Minutes', (service) => service.minutes],
  ['Price from', (service) => service.priceFrom],
  ['Skill', (service) => service.skill],
  ['Equipment', (service) => service.equipment],
  ['Notice, hours', (service) => service.leadHours],
  ['Offered', (service) => !service.removed],
];

/** Booking by customers: whether, what, how much of the day, and how they get to the page. */
export default function BookingSetupPage() {
  const refresh = useRefresh();
  const shop = useQuery({ queryKey: ['setup', 'shop'], queryFn: ({ signal }) => unwrap(api.GET('/api/setup/shop', { signal })) });
  const services = useQuery({
    queryKey: ['setup', 'booking-services'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/booking-services', { signal })),
  });
  const texts = useQuery({ queryKey: ['setup', 'texts'], queryFn: ({ signal }) => unwrap(api.GET('/api/setup/texts', { signal })) });
  const canned = useQuery({ queryKey: ['canned-jobs'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-jobs', { signal })) });
  const renew = () => refresh(['setup']);
  const set = useKept(
    (field, value) => unwrap(api.POST('/api/setup/shop', { body: { field, value, version: shop.data?.version ?? 0 } })),
    renew,
  );
  const putPicture = (hash: string) =>
    unwrap(api.POST('/api/setup/shop', { body: { field: 'bookingPicture', value: hash, version: shop.data?.version ?? 0 } })).then(renew);
  const failed = [shop, services, texts].find((query) => query.error && !query.data);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!shop.data || !services.data || !texts.data) return <Loading what="booking" />;
  const s = shop.data;
  const address = `${texts.data.publicAddress || window.location.origin}/book`;
  const frame = `<iframe src="${address}" title="Book a time" style="width:100%;height:900px;border:0"></iframe>`;
  const toggle = (field: 'takesBookings' | 'confirmsBookings', label: string, words: string) => (
    <label className="row">
      <input
        type="checkbox"
        checked={s[field]}
        onChange={(event) => void set(field, label, String(s[field]))(String(event.target.checked))}
      />
      {words}
    </label>
  );
  return (
    <div className={styles.page}>
      <div className="record-main">
        <Part
          title="Services"
          aside={services.data.length > 0 && <SaveCsv name="booking-services" columns={COLUMNS} rows={services.data} />}
        >
          <p className="soft">What customers can book by themselves, and what each needs. Times are offered only when somebody is free.</p>
          {services.data.length > 0 && (
            <table className={`list rows-edited ${styles.services}`}>
              <thead>
                <tr>
                  <th scope="col">Service</th>
                  <th scope="col">About it</th>
                  <th scope="col">Minutes</th>
                  <th scope="col">Price from</th>
                  <th scope="col">Skill</th>
                  <th scope="col">Notice, h</th>
                  <th scope="col">
                    <span className="visually-hidden">Offered</span>
                  </th>
                </tr>
              </thead>
              <tbody data-grid>
                {services.data.map((service) => (
                  <ServiceRow key={service.id} service={service} renew={renew} />
                ))}
              </tbody>
            </table>
          )}
          <div className={styles.add}>
            <label className="labelled">
              <span>From a canned job</span>
              <select
                className="plain-select"
                value=""
                onChange={(event) =>
                  void unwrap(api.POST('/api/booking-services', { body: { title: null, cannedJobId: Number(event.target.value) } })).then(
                    renew,
                  )
                }
              >
                <option value="">choose…</option>
                {canned.data?.map((job) => (
                  <option key={job.id} value={job.id}>
                    {job.title}
                  </option>
                ))}
              </select>
            </label>
            <AddRow
              title="Add a service"
              label="Or a service of its own"
              field="title"
              onAdd={(title) => unwrap(api.POST('/api/booking-services', { body: { title, cannedJobId: null } })).then(renew)}
            />
          </div>
        </Part>
      </div>
      <div className="record-side">
        <Part title="Booking page">
          {toggle('takesBookings', 'Booking', 'Customers can book times on your page')}
          {toggle('confirmsBookings', 'Confirmation', 'A booking is confirmed at once; else someone confirms it under Requests')}
          <Field label="Share of day, %" value={s.bookingShare} commit={set('bookingShare', 'Share of the day', s.bookingShare)} />
          <Field label="Notice, hours" value={s.bookingLeadHours} commit={set('bookingLeadHours', 'Notice', s.bookingLeadHours)} />
          <Field label="Days ahead" value={s.bookingDays} commit={set('bookingDays', 'Days ahead', s.bookingDays)} />
          <Field label="Every, minutes" value={s.bookingStep} commit={set('bookingStep', 'Step', s.bookingStep)} list={['30', '60']} />
          <Field
            label="Words over it"
            value={s.bookingWords}
            commit={set('bookingWords', 'Words', s.bookingWords)}
            multiline
            placeholder="none"
          />
          <Field
            label="Color of the head"
            value={s.pageColor}
            commit={set('pageColor', 'Color of the head', s.pageColor)}
            placeholder="none, such as #1b4965"
          />
          <p className="soft small">
            Estimates, documents and bookings that customers open have it too. What is written on it is black or white, whichever is read
            better.
          </p>
        </Part>
        <PicturePart
          title="Picture"
          words="A photo under the head of the booking page: the shop, the people. It is cut to three times as wide as high."
          src={s.bookingPictureHash && `/api/photos/${s.bookingPictureHash}`}
          alt="Picture of the booking page"
          onFile={async (file) => putPicture(await uploadPhoto(file))}
          onRemove={() => putPicture('')}
        />
        <Part title="How customers get there">
          <p>
            <a href={address} target="_blank" rel="noreferrer">
              {address}
            </a>
          </p>
          <img className={styles.code} src="/api/booking-services/code.svg" alt={`Code to scan for ${address}`} />
          <p className="soft small">
            <a href="/api/booking-services/code.svg" download="booking-code.svg">
              Save the code
            </a>{' '}
            for a card, or{' '}
            <a href="/api/booking-services/code.pdf" target="_blank" rel="noreferrer">
              print a sign
            </a>
            .
          </p>
          <Field
            label="Your website"
            value={s.bookingSite}
            commit={set('bookingSite', 'Your website', s.bookingSite)}
            placeholder="https://shop.example"
          />
          {s.bookingSite && (
            <>
              <p className="soft small">This line puts the page onto {s.bookingSite}. No other site can show it in a frame.</p>
              <code className={styles.frame}>{frame}</code>
            </>
          )}
        </Part>
      </div>
    </div>
  );
}

const CELLS = [
  ['title', 'Service'],
  ['words', 'About it'],
  ['minutes', 'Minutes'],
  ['priceFrom', 'Price from'],
  ['skill', 'Skill'],
  ['leadHours', 'Notice'],
] as const;

function ServiceRow({ service, renew }: { service: Service; renew: Renew }) {
  const say = useSay();
  const path = { id: service.id };
  const set = useKept(
    (field, value) =>
      unwrap(api.POST('/api/booking-services/{id}', { params: { path }, body: { field, value, version: service.version } })),
    renew,
  );
  const remove = (removed: boolean) => {
    const send = (to: boolean) =>
      unwrap(api.POST('/api/booking-services/{id}/remove', { params: { path }, body: { removed: to } })).then(renew);
    send(removed).then(
      () => say.done(removed ? `${service.title} is not offered any more.` : `${service.title} is offered.`, () => send(!removed)),
      say.refused,
    );
  };
  return (
    <tr className={service.removed ? 'soft' : ''}>
      {CELLS.map(([field, label]) => (
        <td key={field}>
          <EditCell
            label={`${label} of ${service.title}`}
            value={service[field]}
            commit={set(field, label, service[field])}
            col={field}
            placeholder={field === 'skill' ? 'any' : field === 'title' ? undefined : 'none'}
          />
        </td>
      ))}
      <td className="right">
        <button className="linkish small" onClick={() => remove(!service.removed)}>
          {service.removed ? 'Offer' : 'Remove'}
        </button>
      </td>
    </tr>
  );
}
