import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { day as dayWords } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Field, Part } from '../../ui/Fields';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import { LogoPart } from './LogoPart';
import { ReminderSetsPart } from './ReminderSetsPart';
import { WeekPart } from './WeekPart';
import '../../ui/records.css';
import { useRefusal } from '../../ui/useRefusal';

const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const STEPS = ['15', '30', '60'];

const AUTOMATIC: [Schemas['AutomaticFollowUps'], string][] = [
  ['Reminders', 'Reminders'],
  ['Work', 'Deferred, declined and advised work'],
  ['Estimates', 'Estimates without an answer'],
  ['Missed', 'Missed appointments'],
  ['Thanks', 'Thanks after a visit'],
  ['Away', 'Not seen for a while'],
  ['Warranty', 'Before a warranty ends'],
];

/** What the shop is, when it is open, and how it counts. */
export default function ShopPage() {
  const refresh = useRefresh();
  const shop = useQuery({ queryKey: ['setup', 'shop'], queryFn: ({ signal }) => unwrap(api.GET('/api/setup/shop', { signal })) });
  const zones =
    useQuery({ queryKey: ['zones'], queryFn: ({ signal }) => unwrap(api.GET('/api/time-zones', { signal })), staleTime: Infinity }).data ??
    [];
  const renew = () => refresh(['setup'], ['shop'], ['floor']);
  const set = useKept(
    (field, value) => unwrap(api.POST('/api/setup/shop', { body: { field, value, version: shop.data?.version ?? 0 } })),
    renew,
  );
  if (shop.error && !shop.data) return <Failed error={shop.error} again={() => void shop.refetch()} />;
  if (!shop.data) return <Loading what="the shop" />;
  const s = shop.data;
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Shop">
          <Field label="Name" value={s.name} commit={set('name', 'Name', s.name)} />
          <Field
            label="Address"
            value={s.address}
            commit={set('address', 'Address', s.address)}
            multiline
            placeholder="street, city, state, ZIP"
          />
          <Field
            label="Phone"
            value={s.phone}
            commit={set('phone', 'Phone', s.phone)}
            placeholder="printed on documents, put into messages"
          />
          <Field label="Email" value={s.email} commit={set('email', 'Email', s.email)} placeholder="printed on documents" />
          <Field
            label="Tax number"
            value={s.taxNumber}
            commit={set('taxNumber', 'Tax number', s.taxNumber)}
            placeholder="printed on invoices"
          />
        </Part>
        <LogoPart has={s.logoHash} renew={renew} />
        <Part title="Where and how">
          <Field label="Time zone" value={s.timeZone} commit={set('timeZone', 'Time zone', s.timeZone)} list={zones} />
          <Field label="Country" value={s.country} commit={set('country', 'Country', s.country)} />
          <Field
            label="Plates of"
            value={s.plateRegion}
            commit={set('plateRegion', 'State of plates', s.plateRegion)}
            placeholder="state, such as OH"
          />
          <Field label="Currency" value={s.currency} commit={set('currency', 'Currency', s.currency)} disabled={s.inUse} />
          <Field
            label="Distances in"
            value={s.distanceUnit}
            commit={set('distanceUnit', 'Unit of distance', s.distanceUnit)}
            list={['Miles', 'Kilometers']}
            disabled={s.inUse}
          />
          <Field label="Driven a day" value={s.distancePerDay} commit={set('distancePerDay', 'Distance a day', s.distancePerDay)} />
          <Field label="Promise to" value={s.promiseStep} commit={set('promiseStep', 'Promise step', s.promiseStep)} list={STEPS} />
          <Field
            label="Reserve, % of the work"
            value={s.promiseSlack}
            commit={set('promiseSlack', 'Reserve of a promise', s.promiseSlack)}
          />
          <Field
            label="Reserve, at most min"
            value={s.promiseSlackMost}
            commit={set('promiseSlackMost', 'Longest reserve', s.promiseSlackMost)}
          />
          <Field
            label="Check and wash, min"
            value={s.checkMinutes}
            commit={set('checkMinutes', 'Minutes of check and wash', s.checkMinutes)}
          />
          <Field
            label="Interest, % a month"
            value={s.interestPercent}
            commit={set('interestPercent', 'Interest', s.interestPercent)}
            placeholder="0 charges none"
          />
          <Field
            label="Interest after, days"
            value={s.interestAfterDays}
            commit={set('interestAfterDays', 'Days before interest', s.interestAfterDays)}
          />
          <label className="row">
            <input
              type="checkbox"
              checked={s.checksWork}
              onChange={(event) => void set('checksWork', 'Quality check', String(s.checksWork))(String(event.target.checked))}
            />
            Quality check of all work, by someone who did not do it
          </label>
          <label className="row">
            <input
              type="checkbox"
              checked={s.takesTips}
              onChange={(event) => void set('takesTips', 'Tips', String(s.takesTips))(String(event.target.checked))}
            />
            Card payments can take a tip
          </label>
          <label className="row">
            <input
              type="checkbox"
              checked={s.printsLines}
              onChange={(event) => void set('printsLines', 'Lines on paper', String(s.printsLines))(String(event.target.checked))}
            />
            Estimates and invoices on paper show each job's lines
          </label>
          <label className="row">
            <input
              type="checkbox"
              checked={s.printsPartNumbers}
              onChange={(event) =>
                void set('printsPartNumbers', 'Part numbers on paper', String(s.printsPartNumbers))(String(event.target.checked))
              }
            />
            … with part numbers
          </label>
          <label className="row">
            <input
              type="checkbox"
              checked={s.printsLaborHours}
              onChange={(event) =>
                void set('printsLaborHours', 'Labor hours on paper', String(s.printsLaborHours))(String(event.target.checked))
              }
            />
            … with labor hours
          </label>
          <label className="row">
            <input
              type="checkbox"
              checked={s.remindsOfAppointments}
              onChange={(event) =>
                void set('remindsOfAppointments', 'Appointment reminders', String(s.remindsOfAppointments))(String(event.target.checked))
              }
            />
            Text customers the day before an appointment
          </label>
          <p className="soft small">
            Driven a day is taken for a vehicle with a single odometer reading. Promised times are offered on so many minutes, with a
            reserve after the planned work. Interest is proposed under Billing for invoices so many days past due; 0 % proposes none.
            {s.inUse && ' Currency and unit stay as they are once there are repair orders.'}
          </p>
        </Part>
      </div>
      <div className="record-main">
        <Part title="Opening hours">
          <WeekPart week={s.week} none="closed" set={set} />
          <Field
            label="Week begins"
            value={s.weekBegins}
            commit={set('weekBegins', 'First day of the week', s.weekBegins)}
            list={WEEKDAYS}
          />
        </Part>
        <ClosedDays days={s.closedDays} renew={renew} />
        <Part title="Following up">
          <Field
            label="Declined, days"
            value={s.declinedAfterDays}
            commit={set('declinedAfterDays', 'Days until declined work is asked about', s.declinedAfterDays)}
          />
          <Field
            label="Ask again, days"
            value={s.askAgainDays}
            commit={set('askAgainDays', 'Days until somebody is asked again', s.askAgainDays)}
          />
          <Field
            label="Most in 30 days"
            value={s.mostFollowUps}
            commit={set('mostFollowUps', 'Most follow-up messages', s.mostFollowUps)}
          />
          <Field label="Thanks, days" value={s.thanksAfterDays} commit={set('thanksAfterDays', 'Days until thanks', s.thanksAfterDays)} />
          <Field label="Not seen, months" value={s.awayMonths} commit={set('awayMonths', 'Months not seen', s.awayMonths)} />
          <Field
            label="Warranty, days before"
            value={s.warrantyVisitDays}
            commit={set('warrantyVisitDays', 'Days before a warranty ends', s.warrantyVisitDays)}
            placeholder="nobody is asked"
          />
          <p className="soft small">
            Declined work is asked about after so many days. A customer who was asked and does not answer, book or come is left alone until
            the days are over, and gets no more follow-up messages in 30 days than that. Thanks go out so many days after a visit; a vehicle
            counts as not seen after so many months; work can be looked at so many days before its warranty ends.
          </p>
          <p className="strong">Goes out by itself</p>
          <fieldset className="checks one" aria-label="Goes out by itself">
            {AUTOMATIC.map(([kind, words]) => (
              <label key={kind} className="row">
                <input
                  type="checkbox"
                  checked={s.automaticFollowUps.includes(kind)}
                  onChange={(event) =>
                    void set(
                      `automatic.${kind.toLowerCase()}`,
                      `${words}, by itself`,
                      String(s.automaticFollowUps.includes(kind)),
                    )(String(event.target.checked))
                  }
                />
                {words}
              </label>
            ))}
          </fieldset>
          <p className="soft small">
            What is checked is written by template while the shop is open, on the day it is due and up to two weeks after. Everything else
            waits for somebody to look at it.
          </p>
        </Part>
        <ReminderSetsPart />
      </div>
    </div>
  );
}

function ClosedDays({ days, renew }: { days: Schemas['ClosedDay'][]; renew: () => Promise<unknown> }) {
  const say = useSay();
  const today = useNow();
  const [on, setOn] = useState('');
  const [reason, setReason] = useState('');
  const refusal = useRefusal('reason');
  const close = (body: { on: string; reason: string }) => unwrap(api.POST('/api/setup/closed-days', { body })).then(renew);
  const add = () =>
    refusal.attempt(async () => {
      await close({ on, reason });
      setOn('');
      setReason('');
    });
  const bring = async (file: File) => {
    try {
      const { added } = await unwrap(api.POST('/api/setup/closed-days/import', { body: { text: await file.text() } }));
      await renew();
      const reopen = () =>
        added.reduce<Promise<unknown>>(
          (before, day) => before.then(() => unwrap(api.POST('/api/setup/closed-days/open', { body: { on: day.on } }))),
          Promise.resolve(),
        );
      say.done(added.length === 0 ? 'The shop is closed on these days already.' : `${added.length} closed days added.`, () =>
        reopen().then(renew),
      );
    } catch (error) {
      say.refused(error);
    }
  };
  const open = (day: Schemas['ClosedDay']) =>
    unwrap(api.POST('/api/setup/closed-days/open', { body: { on: day.on } }))
      .then(renew)
      .then(() => say.done(`${dayWords(day.on, today)} is a working day again.`, () => close(day)), say.refused);
  return (
    <Part title="Closed days">
      <p className="soft">
        Holidays and other days the shop is closed. Promised times and the plan skip them. A calendar file (.ics) of holidays can be
        imported.{' '}
        <label className="linkish">
          Import a file
          <input
            type="file"
            accept=".ics,text/calendar"
            className="visually-hidden"
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = '';
              if (file) void bring(file);
            }}
          />
        </label>
      </p>
      <table className="list">
        <tbody>
          {days.map((day) => (
            <tr key={day.on}>
              <td className="nowrap">{dayWords(day.on, today)}</td>
              <td className="soft">{day.reason}</td>
              <td className="right">
                <button className="linkish small" onClick={() => void open(day)} aria-label={`Remove ${dayWords(day.on, today)}`}>
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className="inline-form"
        aria-label="Add a closed day"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div className="add-row">
          <Labelled label="Day" value={on} onText={setOn} placeholder="12/25" problem={refusal.rest} />
          <Labelled label="Reason" value={reason} onText={setReason} placeholder="Christmas" problem={refusal.of('reason')} />
          <Button type="submit" variant="outlined">
            Add
          </Button>
        </div>
      </form>
    </Part>
  );
}
