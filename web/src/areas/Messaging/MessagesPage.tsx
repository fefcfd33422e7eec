import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, sentence, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { clock } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { EditCell } from '../../ui/EditCell';
import { Labelled } from '../../ui/Labelled';
import { Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { Field, Part } from '../../ui/Fields';
import '../../ui/records.css';
import '../../ui/approval.css';
import { useRefusal } from '../../ui/useRefusal';
import styles from './MessagesPage.module.css';

type Template = Schemas['TemplateView'];
type Draft = Omit<Template, 'id'> & { id: number | null };

const USES: [string, string][] = [
  ['', 'no special use'],
  ['estimate', 'sending an estimate'],
  ['ready', 'telling that the vehicle is ready'],
  ['delayed', 'telling a new promised time'],
  ['appointment', 'appointments and their reminders'],
  ['documents', 'sending documents'],
  ['work', 'following up: work that is due'],
  ['estimateAgain', 'following up: an unanswered estimate'],
  ['missed', 'following up: a missed appointment'],
  ['thanks', 'following up: thanks after a visit'],
  ['away', 'following up: not seen for a while'],
  ['statement', "an account's statement"],
  ['reminder1', 'first reminder of an account'],
  ['reminder2', 'second reminder of an account'],
  ['reminder3', 'last reminder of an account'],
];

const COLUMNS: CsvColumn<Template>[] = [
  ['Template', (template) => template.name],
  ['Goes by', (template) => (template.channel === 'Text' ? 'text' : 'email')],
  ['Used for', (template) => (template.use ? USES.find(([use]) => use === template.use)?.[1] : '')],
  ['Subject', (template) => template.subject],
  ['Text', (template) => template.body],
];

/** How customers are written to: templates, quiet hours, the address of their pages, what they acknowledge. */
export default function MessagesPage() {
  const refresh = useRefresh();
  const say = useSay();
  const texts = useQuery({ queryKey: ['setup', 'texts'], queryFn: ({ signal }) => unwrap(api.GET('/api/setup/texts', { signal })) });
  const templates = useQuery({ queryKey: ['setup', 'templates'], queryFn: ({ signal }) => unwrap(api.GET('/api/templates', { signal })) });
  const [draft, setDraft] = useState<Draft | null>(null);
  if (texts.error && !texts.data) return <Failed error={texts.error} again={() => void texts.refetch()} />;
  if (!texts.data || !templates.data) return <Loading what="messages" />;
  const setText = (field: string) => async (value: string) => {
    await unwrap(api.POST('/api/setup/texts', { body: { field, value } }));
    await refresh(['setup']);
  };
  const t = texts.data;
  const remove = (template: Template) => {
    const flip = () =>
      unwrap(api.POST('/api/templates/{id}/remove', { params: { path: { id: template.id } } })).then(() => refresh(['setup']));
    setDraft(null);
    flip().then(() => say.done(`${template.name} is removed.`, flip), say.refused);
  };
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Templates" aside={<SaveCsv name="templates" columns={COLUMNS} rows={templates.data.templates} />}>
          <p className="soft">Templates fill in from the repair order. Choose one to edit it or preview it on a real repair order.</p>
          <table className="list">
            <tbody>
              {templates.data.templates.map((template) => (
                <tr
                  key={template.id}
                  className="open"
                  tabIndex={0}
                  onClick={() => setDraft(template)}
                  onKeyDown={(event) => event.key === 'Enter' && setDraft(template)}
                >
                  <td>{template.name}</td>
                  <td className="soft">{template.channel === 'Text' ? 'text' : 'email'}</td>
                  <td className="soft">
                    {USES.find(([use]) => use === template.use)?.[0] ? `for ${USES.find(([use]) => use === template.use)![1]}` : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <div>
            <Button variant="outlined" onClick={() => setDraft({ id: null, name: '', channel: 'Text', subject: '', body: '', use: '' })}>
              New template
            </Button>
          </div>
        </Part>
        <Part title="Customer links and texting">
          <Field
            label="Web address for customers"
            value={t.publicAddress}
            commit={setText('publicAddress')}
            placeholder="none: links work only on the shop's network"
          />
          <Field label="Quiet hours from" value={clock(`2000-01-01T${t.quietFrom}`)} commit={setText('quietFrom')} />
          <Field label="until" value={clock(`2000-01-01T${t.quietUntil}`)} commit={setText('quietUntil')} />
          <Field label="Estimate good for (days)" value={String(t.estimateDays)} commit={setText('estimateDays')} />
        </Part>
      </div>
      <div className="record-main">
        {draft ? (
          <TemplateForm
            key={draft.id ?? 'new'}
            draft={draft}
            fields={templates.data.fields}
            onDone={() => {
              setDraft(null);
              void refresh(['setup']);
            }}
            onRemove={draft.id === null ? undefined : () => remove(draft as Template)}
          />
        ) : (
          <>
            <Part title="When a safety item is declined">
              <div className="own-text">
                <span className="soft">The customer acknowledges</span>
                <EditCell label="The customer acknowledges" value={t.unsafeTerms} commit={setText('unsafeTerms')} multiline />
              </div>
            </Part>
            <Part title="Reasons for declining or deferring">
              <div className="own-text">
                <span className="soft">Suggested when recording an answer, one per line</span>
                <EditCell label="Reasons" value={t.declineReasons} commit={setText('declineReasons')} multiline placeholder="none" />
              </div>
            </Part>
          </>
        )}
      </div>
    </div>
  );
}

function TemplateForm({
  draft: first,
  fields,
  onDone,
  onRemove,
}: {
  draft: Draft;
  fields: Schemas['TemplatesFieldView'][];
  onDone: () => void;
  onRemove?: () => void;
}) {
  const say = useSay();
  const [draft, setDraft] = useState(first);
  const [number, setNumber] = useState('');
  const refusal = useRefusal('name', 'subject');
  const preview = useQuery({
    queryKey: ['template-preview', draft.subject, draft.body, draft.use, number],
    queryFn: () =>
      unwrap(
        api.POST('/api/templates/preview', {
          body: { subject: draft.subject, body: draft.body, orderNumber: Number(number) || null, use: draft.use },
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  });
  // One of an account knows no order, and the other way round.
  const known = fields.filter((field) => field.uses.includes(draft.use));
  const save = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/templates', { body: draft }));
      say.done(`${draft.name} is saved.`);
      onDone();
    });
  return (
    <Part title={draft.id === null ? 'New template' : draft.name}>
      <form
        className="writing"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <Labelled label="Name" value={draft.name} onText={(name) => setDraft({ ...draft, name })} problem={refusal.of('name')} autoFocus />
        <div className="pair">
          <label className="labelled">
            <span>Send as</span>
            <select
              aria-label="Send as"
              value={draft.channel}
              onChange={(event) => setDraft({ ...draft, channel: event.target.value as Draft['channel'] })}
            >
              <option value="Text">a text</option>
              <option value="Email">an email</option>
            </select>
          </label>
          <label className="labelled">
            <span>Default for</span>
            <select aria-label="Default for" value={draft.use} onChange={(event) => setDraft({ ...draft, use: event.target.value })}>
              {USES.map(([use, words]) => (
                <option key={use} value={use}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        </div>
        {draft.channel === 'Email' && (
          <Labelled
            label="Subject"
            value={draft.subject}
            onText={(subject) => setDraft({ ...draft, subject })}
            problem={refusal.of('subject')}
          />
        )}
        <label>
          <span className="soft small">Message</span>
          <textarea
            aria-label="Message"
            value={draft.body}
            onChange={(event) => setDraft({ ...draft, body: event.target.value })}
            aria-invalid={refusal.of('body') !== undefined}
          />
        </label>
        <p className="soft small">
          Fields:{' '}
          {known.map((field) => (
            <button
              key={field.name}
              type="button"
              className="linkish small"
              title={field.says}
              onClick={() => setDraft({ ...draft, body: `${draft.body}{{ ${field.name} }}` })}
            >
              {field.name}
            </button>
          ))}
        </p>
        {refusal.rest && (
          <div className="notice stop" role="alert">
            {refusal.rest}
          </div>
        )}
        <div className="row">
          <Button type="submit" variant="contained">
            Save
          </Button>
          <Button onClick={onDone}>Cancel</Button>
          {onRemove && <Button onClick={onRemove}>Remove</Button>}
        </div>
      </form>
      <div className="spread">
        <b>Preview on a repair order</b>
        <div className={styles.orderNumber}>
          <Labelled label="Order number" value={number} onText={setNumber} placeholder="latest repair order" inputMode="numeric" />
        </div>
      </div>
      {preview.error ? (
        <div className="notice stop">{sentence(preview.error)}</div>
      ) : (
        preview.data && (
          <ul className="thread">
            <li>
              {preview.data.subject && <b>{`${preview.data.subject}\n`}</b>}
              {preview.data.body}
              <div className="meta soft">{preview.data.name}</div>
            </li>
          </ul>
        )
      )}
    </Part>
  );
}
