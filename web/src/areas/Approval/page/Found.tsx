/** @jsxImportSource preact */
import { ruleOf } from '../../../lib/measure';
import { Photo } from './Photo';
import type { Finding } from './talk';

/** What was found, by part of the vehicle, the most urgent first, with photos and measures on their rule. */
export function Found({ token, findings }: { token: string; findings: Finding[] }) {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) groups.set(finding.group ?? '', [...(groups.get(finding.group ?? '') ?? []), finding]);
  return (
    <section aria-label="What we found">
      <h2>We found</h2>
      {[...groups].map(([group, found]) => (
        <div key={group}>
          {group && <h3 class="found-group">{group}</h3>}
          {found.map((finding) => (
            <div class="finding" key={finding.id}>
              <Photos token={token} finding={finding} />
              <div class="found-words">
                <b class={finding.rating === 'Unsafe' ? 'stop' : ''}>
                  {finding.rating.toLowerCase()}
                  {finding.measured && `, ${finding.measured}`}
                </b>
                <br />
                {finding.text}
                <Measure finding={finding} />
              </div>
            </div>
          ))}
        </div>
      ))}
    </section>
  );
}

/** Its photos: before the work, and after it. */
function Photos({ token, finding }: { token: string; finding: Finding }) {
  const photos = finding.photos ?? (finding.photoHash ? [{ hash: finding.photoHash, after: false, marks: [] }] : []);
  if (photos.length === 0) return null;
  return (
    <div class="found-photos">
      {photos.map((photo) => (
        <Photo
          key={photo.hash}
          token={token}
          hash={photo.hash}
          what={photo.after ? `${finding.text}, after the work` : finding.text}
          marks={photo.marks}
        />
      ))}
    </div>
  );
}

/** The measured value on a rule with its limits. */
function Measure({ finding }: { finding: Finding }) {
  const value = finding.value ?? null;
  const rule = finding.limits && value !== null ? ruleOf(finding.limits, [value]) : null;
  if (!rule || value === null) return null;
  const words = [finding.measured, ...rule.marks.map((mark) => `${mark.name} at ${mark.at}`)].join(', ');
  return (
    <svg class="found-rule" viewBox="0 0 100 12" preserveAspectRatio="none" role="img" aria-label={words}>
      <rect x="0" y="4" width="100" height="4" />
      {rule.marks.map((mark) => (
        <line key={mark.name} class={mark.name} x1={mark.place} x2={mark.place} y1="1" y2="11" />
      ))}
      <line class="now" x1={rule.place(value)} x2={rule.place(value)} y1="0" y2="12" />
    </svg>
  );
}
