import { useAround } from '../../lib/order/useSheet';

/** What the technicians found. */
export function Findings() {
  const { findings } = useAround();
  if (findings.length === 0) return null;
  return (
    <section className="findings" aria-label="Findings">
      <h2 className="soft small strong">Technician findings</h2>
      {findings.map((finding) => (
        <div className="finding" key={finding.id}>
          <span className={`rating ${finding.rating}`}>{finding.rating}</span>
          <span className="grow">
            {finding.text}
            {finding.measured !== null && (
              <b>
                {' '}
                {finding.measured} {finding.unit}
              </b>
            )}
          </span>
          {finding.photoHash && (
            <a href={`/api/photos/${finding.photoHash}`} target="_blank" rel="noreferrer">
              <img src={`/api/photos/${finding.photoHash}`} alt={finding.text} />
            </a>
          )}
          <span className="soft small">{finding.by}</span>
        </div>
      ))}
    </section>
  );
}
