import type { Schemas } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import './billing.css';
import styles from './Paper.module.css';

const TITLES: Record<Schemas['DocumentKind'], string> = {
  Estimate: 'Estimate',
  Invoice: 'Invoice',
  CreditNote: 'Credit memo',
  WorkOrder: "Technician's copy",
  Inspection: 'Inspection',
  ReleaseSlip: 'Release slip',
  Receipt: 'Receipt',
  Former: 'Imported order',
};

/** A document as it is printed. */
export function Paper({ document }: { document: Schemas['ShopDocument'] }) {
  const now = useNow();
  return (
    <article className="paper">
      <div className={`spread ${styles.head}`}>
        <div>
          <h1>
            {TITLES[document.kind]} {document.numberText ?? document.number}
          </h1>
          <div className="soft">
            {document.kind === 'Former'
              ? `Imported from previous software, ${day(document.date, now)}`
              : `Order ${document.orderNumber} · service writer ${document.writer}`}
          </div>
        </div>
        <div className="right">
          <div className="strong">{document.customerName}</div>
          {document.customerAddress.split('\n').map((line) => (
            <div className="soft" key={line}>
              {line}
            </div>
          ))}
        </div>
      </div>
      {document.vehicle && (
        <div className={`row ${styles.car}`}>
          {document.plate && <Plate text={document.plate} />}
          <span className="strong">{document.vehicle}</span>
          <span className="soft">{document.odometer}</span>
        </div>
      )}
      {document.concerns.map((concern) => (
        <p className={`soft ${styles.concern}`} key={concern.complaint}>
          {concern.complaint}
          {concern.cause ? ` · cause: ${concern.cause}` : ''}
          {concern.correction ? ` · correction: ${concern.correction}` : ''}
        </p>
      ))}
      {document.jobs.map((job) => (
        <section key={job.title}>
          <div className="job-title">
            <span>{job.title}</span>
            <span>{amount(job.amount)}</span>
          </div>
          {job.text && <p className="soft small">{job.text}</p>}
          <table>
            <tbody>
              {job.lines.map((line, i) => (
                <tr key={i}>
                  <td className="kind">{line.kind}</td>
                  <td>
                    {line.description} <span className="soft small">{line.number}</span>
                    {line.note && <div className="soft small">{line.note}</div>}
                  </td>
                  <td className="right nowrap">{line.quantity}</td>
                  <td className={`right ${styles.each}`}>{line.each === null ? '' : amount(line.each)}</td>
                  <td className={`right ${styles.amount}`}>{line.amount === null ? '' : amount(line.amount)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <table className="sums">
        <tbody>
          {document.totals.map((total) => (
            <tr key={total.label}>
              <td>{total.label}</td>
              <td>{amount(total.amount)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {document.notDone.length > 0 && (
        <p className={styles.notDone}>
          <b>Declined or deferred:</b> {document.notDone.join('; ')}
        </p>
      )}
      {(document.findings ?? []).map((finding) => (
        <p className={styles.sentence} key={finding.text}>
          <b>{[finding.rating, finding.measured, finding.unpriced ? 'no price yet' : ''].filter(Boolean).join(', ')}:</b> {finding.text}
        </p>
      ))}
      {(document.nextWork ?? []).length > 0 && (
        <p className={styles.sentence}>
          <b>Coming up:</b> {document.nextWork!.join('; ')}
        </p>
      )}
      {(document.acknowledged ?? []).map((line) => (
        <p className={styles.sentence} key={line}>
          <b>Safety items declined:</b> {line}
        </p>
      ))}
      {document.consent.map((line) => (
        <p className={`soft small ${styles.sentence}`} key={line}>
          {line}
        </p>
      ))}
    </article>
  );
}
