import { useState } from 'react';
import { targetOf, typeOf, type Document, type Endpoint, type Schema } from './openapi';
import styles from './docs.module.css';

const DEEPEST = 4;

/** One address: opened, it shows what is sent and what comes back. */
export function EndpointRow({ endpoint, document }: { endpoint: Endpoint; document: Document }) {
  const [open, setOpen] = useState(false);
  const { operation } = endpoint;
  return (
    <div className={styles.endpoint}>
      <button aria-expanded={open} className={styles.address} onClick={() => setOpen(!open)}>
        <b className={operation['x-changes'] ? styles.changes : undefined}>{endpoint.method}</b>
        <code>{endpoint.path}</code>
        <span className="soft small">{operation['x-right']}</span>
      </button>
      {open && <Opened endpoint={endpoint} document={document} />}
    </div>
  );
}

function Opened({ endpoint: { operation }, document }: { endpoint: Endpoint; document: Document }) {
  const sent = Object.entries(operation.requestBody?.content ?? {})[0];
  const answer = Object.entries(operation.responses['200']?.content ?? {})[0];
  const refusals = Object.keys(operation.responses).filter((status) => status !== '200');
  return (
    <div className={styles.opened}>
      {operation.parameters && operation.parameters.length > 0 && (
        <>
          <h3>In the address</h3>
          <Rows
            rows={operation.parameters.map((parameter) => [
              parameter.name,
              typeOf(parameter.schema) + (parameter.required ? '' : ', if wanted'),
              parameter.description ?? '',
            ])}
          />
        </>
      )}
      {sent && (
        <>
          <h3>Sent</h3>
          <Shape schema={sent[1].schema} document={document} kind={sent[0]} />
        </>
      )}
      <h3>Answered</h3>
      {answer?.[1].schema ? (
        <Shape schema={answer[1].schema} document={document} kind={answer[0]} />
      ) : (
        <p className="soft small">Nothing but the status, or a file.</p>
      )}
      {refusals.length > 0 && <p className="soft small">Or a refusal with status {refusals.join(', ')}.</p>}
    </div>
  );
}

function Shape({ schema, document, kind, depth = 0 }: { schema: Schema; document: Document; kind?: string; depth?: number }) {
  const [within, setWithin] = useState('');
  const found = targetOf(document, schema);
  const shown = found?.[1] ?? schema;
  const properties = Object.entries(shown.properties ?? {});
  const opened = properties.find(([name]) => name === within)?.[1];
  return (
    <>
      <p className="small">
        <code>{typeOf(schema)}</code> <span className="soft">{[shown.description, kind].filter(Boolean).join(' · ')}</span>
      </p>
      {shown.enum && <p className="small">{shown.enum.join(' · ')}</p>}
      {properties.length > 0 && (
        <Rows
          rows={properties.map(([name, property]) => [name, typeOf(property), property.description ?? ofInner(property)])}
          within={within}
          onOpen={(name) => setWithin(within === name ? '' : name)}
          opens={(name) => depth < DEEPEST && leadsOn(document, properties.find(([other]) => other === name)?.[1])}
        />
      )}
      {opened && (
        <div className={styles.within}>
          <Shape key={within} schema={opened} document={document} depth={depth + 1} />
        </div>
      )}
    </>
  );
}

const ofInner = (schema: Schema) => schema.oneOf?.find((one) => one.description)?.description ?? '';

function leadsOn(document: Document, schema: Schema | undefined) {
  const found = schema && targetOf(document, schema);
  return !!found && (!!found[1].properties || !!found[1].enum);
}

interface RowsProps {
  rows: [name: string, type: string, words: string][];
  within?: string;
  opens?: (name: string) => boolean;
  onOpen?: (name: string) => void;
}

function Rows({ rows, within, opens, onOpen }: RowsProps) {
  return (
    <table className={styles.rows}>
      <tbody>
        {rows.map(([name, type, words]) => (
          <tr key={name}>
            <th scope="row">
              <code>{name}</code>
            </th>
            <td>
              {opens?.(name) ? (
                <button className="linkish" aria-expanded={within === name} onClick={() => onOpen?.(name)}>
                  {type}
                </button>
              ) : (
                type
              )}
            </td>
            <td className="soft">{words}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
