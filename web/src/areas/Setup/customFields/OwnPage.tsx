import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import type { CsvColumn } from '../../../lib/csv';
import { useRefresh } from '../../../lib/shop';
import { EditCell } from '../../../ui/EditCell';
import { Labelled } from '../../../ui/Labelled';
import { Failed, Loading } from '../../../ui/Feedback';
import { SaveCsv } from '../../../ui/SaveCsv';
import { useSay } from '../../../ui/Toasts';
import { Part } from '../../../ui/Fields';
import '../../../ui/records.css';
import { useRefusal } from '../../../ui/useRefusal';

type RecordKind = Schemas['RecordKind'];
type FieldType = Schemas['ExtraFieldType'];
const KINDS: [RecordKind, string][] = [
  ['Customer', 'customers'],
  ['Vehicle', 'vehicles'],
  ['Order', 'repair orders'],
];
const TYPES: [FieldType, string][] = [
  ['Text', 'text'],
  ['Number', 'number'],
  ['Date', 'date'],
  ['Choice', 'list'],
  ['YesNo', 'yes or no'],
];
const USES: Record<Schemas['PhraseUse'], string> = {
  Complaint: 'concerns',
  Cause: 'causes',
  Correction: 'corrections',
  JobTitle: 'job titles',
  Description: 'lines',
  Note: 'notes',
  Finding: 'findings',
  PriceReason: 'reasons of prices and discounts',
  EndReason: 'reasons of ending and calling off',
};

const on = (kind: RecordKind) => KINDS.find(([one]) => one === kind)![1];

const LABEL_COLUMNS: CsvColumn<Schemas['LabelView']>[] = [
  ['Label', (label) => label.name],
  ['On', (label) => on(label.kind)],
  ['Uses', (label) => label.uses],
  ['Retired', (label) => label.retired],
];
const FIELD_COLUMNS: CsvColumn<Schemas['LabelsAndFieldsFieldView']>[] = [
  ['Field', (field) => field.name],
  ['On', (field) => on(field.kind)],
  ['Type', (field) => TYPES.find(([type]) => type === field.type)![1]],
  ['Choices', (field) => field.choices.join('; ')],
  ['Filled', (field) => field.uses],
  ['Retired', (field) => field.retired],
];
const PHRASE_COLUMNS: CsvColumn<Schemas['PhraseView']>[] = [
  ['Phrase', (phrase) => phrase.text],
  ['For', (phrase) => USES[phrase.use]],
  ['Uses', (phrase) => phrase.uses],
  ['Hidden', (phrase) => phrase.forgotten],
];

/** Labels, fields, texts and phrases of the shop's own. */
export default function OwnPage() {
  const refresh = useRefresh();
  const say = useSay();
  const defined = useQuery({ queryKey: ['setup', 'own'], queryFn: ({ signal }) => unwrap(api.GET('/api/labels-and-fields', { signal })) });
  const texts = useQuery({ queryKey: ['setup', 'texts'], queryFn: ({ signal }) => unwrap(api.GET('/api/setup/texts', { signal })) });
  const phrases = useQuery({ queryKey: ['phrases', 'all'], queryFn: ({ signal }) => unwrap(api.GET('/api/phrases', { signal })) });
  const renew = () => refresh(['setup'], ['labels'], ['phrases']);
  if (defined.error && !defined.data) return <Failed error={defined.error} again={() => void defined.refetch()} />;
  if (!defined.data || !texts.data || !phrases.data) return <Loading what="what the shop set up" />;
  const retire = (path: '/api/labels/{id}/retire' | '/api/extra-fields/{id}/retire', id: number, name: string, retired: boolean) => {
    const send = (to: boolean) => unwrap(api.POST(path, { params: { path: { id } }, body: { retired: to } })).then(renew);
    send(retired).then(
      () => say.done(retired ? `${name} retired. Records that already have it keep it.` : `${name} restored.`, () => send(!retired)),
      say.refused,
    );
  };
  const setText = (field: string) => async (value: string) => {
    await unwrap(api.POST('/api/setup/texts', { body: { field, value } }));
    await renew();
  };
  const forget = (id: number, forgotten: boolean) => {
    const params = { params: { path: { id } } };
    void (forgotten ? unwrap(api.POST('/api/phrases/{id}/forget', params)) : unwrap(api.POST('/api/phrases/{id}/restore', params))).then(
      renew,
      say.refused,
    );
  };
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Labels" aside={<SaveCsv name="labels" columns={LABEL_COLUMNS} rows={defined.data.labels} />}>
          <p className="soft">Tags you can put on a record with one click.</p>
          <table className="list">
            <tbody>
              {defined.data.labels.map((label) => (
                <tr key={label.id} className={label.retired ? 'soft' : ''}>
                  <td>{label.name}</td>
                  <td className="soft">on {on(label.kind)}</td>
                  <td className="soft right">{label.uses === 1 ? 'on 1' : `on ${label.uses}`}</td>
                  <td className="right">
                    <button
                      className="linkish small"
                      onClick={() => retire('/api/labels/{id}/retire', label.id, label.name, !label.retired)}
                    >
                      {label.retired ? 'Restore' : 'Retire'}
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <AddForm what="label" onAdd={(kind, name) => unwrap(api.POST('/api/labels', { body: { kind, name } })).then(renew)} />
        </Part>
        <Part title="Fields" aside={<SaveCsv name="fields" columns={FIELD_COLUMNS} rows={defined.data.fields} />}>
          <p className="soft">Your own fields, for anything Yardstick does not have.</p>
          <table className="list">
            <tbody>
              {defined.data.fields.map((field) => (
                <tr key={field.id} className={field.retired ? 'soft' : ''}>
                  <td>
                    {field.name}
                    <div className="soft small">
                      {field.choices.length > 0 ? field.choices.join(', ') : TYPES.find(([type]) => type === field.type)![1]}
                    </div>
                  </td>
                  <td className="soft">on {on(field.kind)}</td>
                  <td className="soft right">{field.uses === 1 ? '1 filled' : `${field.uses} filled`}</td>
                  <td className="right">
                    <button
                      className="linkish small"
                      onClick={() => retire('/api/extra-fields/{id}/retire', field.id, field.name, !field.retired)}
                    >
                      {field.retired ? 'Restore' : 'Retire'}
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <AddForm
            what="field"
            onAdd={(kind, name, type, choices) =>
              unwrap(api.POST('/api/extra-fields', { body: { kind, name, type, choices } })).then(renew)
            }
          />
        </Part>
      </div>
      <div className="record-main">
        <Part title="Terms and wording">
          <Text label="On estimates and invoices" value={texts.data.terms} commit={setText('terms')} />
          <Text label="Signed at check-in" value={texts.data.checkInTerms} commit={setText('checkInTerms')} />
          <Text label="Where customers heard of us, one per line" value={texts.data.customerSources} commit={setText('customerSources')} />
        </Part>
        <Part title="Phrases" aside={<SaveCsv name="phrases" columns={PHRASE_COLUMNS} rows={phrases.data} />}>
          <p className="soft">Phrases people type are added automatically, most used first.</p>
          <div className="phrases">
            <table className="list">
              <tbody>
                {phrases.data.map((phrase) => (
                  <tr key={phrase.id} className={phrase.forgotten ? 'soft' : ''}>
                    <td>{phrase.text}</td>
                    <td className="soft nowrap">{USES[phrase.use]}</td>
                    <td className="soft right nowrap">{phrase.uses === 1 ? 'once' : `${phrase.uses} times`}</td>
                    <td className="right">
                      <button className="linkish small nowrap" onClick={() => forget(phrase.id, !phrase.forgotten)}>
                        {phrase.forgotten ? 'Restore' : 'Hide'}
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Part>
      </div>
    </div>
  );
}

function Text({ label, value, commit }: { label: string; value: string; commit: (text: string) => Promise<unknown> }) {
  return (
    <div className="own-text">
      <span className="soft">{label}</span>
      <EditCell label={label} value={value} commit={commit} multiline placeholder="none" />
    </div>
  );
}

interface AddProps {
  what: 'label' | 'field';
  onAdd: (kind: RecordKind, name: string, type: FieldType, choices: string) => Promise<unknown>;
}

function AddForm({ what, onAdd }: AddProps) {
  const [name, setName] = useState('');
  const [kind, setKind] = useState<RecordKind>('Customer');
  const [type, setType] = useState<FieldType>('Text');
  const [choices, setChoices] = useState('');
  const refusal = useRefusal('choices');
  const add = () =>
    refusal.attempt(async () => {
      await onAdd(kind, name, type, choices);
      setName('');
      setChoices('');
    });
  return (
    <form
      className="inline-form"
      aria-label={`Add a ${what}`}
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <div className="add-row">
        <Labelled label={`New ${what}`} value={name} onText={setName} problem={refusal.rest} />
        <label className="labelled">
          <span>On</span>
          <select aria-label="On" value={kind} onChange={(event) => setKind(event.target.value as RecordKind)}>
            {KINDS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {what === 'field' && (
          <label className="labelled">
            <span>Type</span>
            <select aria-label="Type" value={type} onChange={(event) => setType(event.target.value as FieldType)}>
              {TYPES.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        )}
        <Button type="submit" variant="outlined">
          Add
        </Button>
      </div>
      {type === 'Choice' && (
        <Labelled label="Choices, separated by commas" value={choices} onText={setChoices} problem={refusal.of('choices')} />
      )}
    </form>
  );
}
