import Button from '@mui/material/Button';
import { lazy, Suspense, useMemo, useState } from 'react';
import { day, moment, wallTime } from '../../../lib/format';
import { useKeys } from '../../../lib/keys';
import { useNow, useShop } from '../../../lib/shop';
import { Failed, Loading } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { AlongSection, FeesSection } from './AlongSection';
import { LaborSection } from './LaborSection';
import { LimitsSection } from './LimitsSection';
import { PartsSection } from './PartsSection';
import { SuppliesSection, TaxSection } from './TaxSection';
import { PolicyContext, usePolicyChanges, usePolicyView, type PolicyWork } from './usePolicy';
import { VersionsSection } from './VersionsSection';
import './policy.css';
import styles from './PolicyPage.module.css';

const ComparisonDialog = lazy(() => import('./ComparisonDialog'));

const SECTIONS = [
  { name: 'Labor', part: LaborSection, paths: /^labor/ },
  { name: 'Parts', part: PartsSection, paths: /^(markupBands|categories|endingValue)/ },
  { name: 'Automatic add-ons', part: AlongSection, paths: /^companions/ },
  { name: 'Per-order fees', part: FeesSection, paths: /^orderFees/ },
  { name: 'Shop supplies', part: SuppliesSection, paths: /^supplies/ },
  { name: 'Taxes', part: TaxSection, paths: /^(taxes|exemptions)/ },
  { name: 'Limits and targets', part: LimitsSection, paths: /^(overrun|marginAim|effectiveRateAim)/ },
  { name: 'Versions', part: VersionsSection, paths: /^$/ },
] as const;

/** The pricing policy: written as a draft, compared with what was posted, put in force. */
export default function PolicyPage() {
  const policy = usePolicyView();
  const changes = usePolicyChanges();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [at, setAt] = useState(0);
  const [comparing, setComparing] = useState(false);
  const view = policy.data;
  const work = useMemo<PolicyWork | null>(
    () =>
      view
        ? {
            view,
            form: view.form,
            change: changes.change,
            remove: (words, change) => {
              const before = view.form;
              changes.change(change).then(() => say.done(`${words} removed.`, () => changes.put(before)), say.refused);
            },
            wrong: (path) => view.problems.find((problem) => problem.field === path)?.message,
          }
        : null,
    [view, changes, say],
  );
  const step = (by: number) => setAt((now) => (now + by + SECTIONS.length) % SECTIONS.length);
  useKeys('Setup', [
    { key: 'J', label: 'Next section', run: () => step(1) },
    { key: 'K', label: 'Previous section', run: () => step(-1) },
  ]);
  if (policy.error && !view) return <Failed error={policy.error} again={() => void policy.refetch()} />;
  if (!view || !work) return <Loading what="pricing rules" />;
  const Section = SECTIONS[at]!.part;
  const inForce = view.versions[0]!;
  const discard = async () => {
    const before = view.form;
    try {
      await changes.discard();
      say.done('Draft discarded.', () => changes.put(before));
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <PolicyContext value={work}>
      <div className="policy-page">
        <nav className="policy-nav" aria-label="Pricing sections">
          <h1>Pricing rules</h1>
          <p className="soft small">
            Version {inForce.id} in effect since {shop ? day(wallTime(inForce.inForceAt, shop.timeZone), now) : ''}
          </p>
          {SECTIONS.map((section, i) => {
            const wrong = view.problems.filter((problem) => section.paths.test(problem.field ?? '')).length;
            return (
              <button key={section.name} aria-current={i === at} onClick={() => setAt(i)}>
                <span className="grow">{section.name}</span>
                {wrong > 0 && <span className="stop small strong">{wrong === 1 ? '1 to fix' : `${wrong} to fix`}</span>}
              </button>
            );
          })}
        </nav>
        <section className="policy-section" data-grid aria-label={SECTIONS[at]!.name}>
          <h2>{SECTIONS[at]!.name}</h2>
          <Section />
        </section>
        <footer className="policy-foot" aria-label="The draft">
          {view.draft === null ? (
            <span className="soft grow">
              These rules price repair orders now. Changing anything starts a draft, which has no effect until you publish it.
            </span>
          ) : (
            <>
              <div className={`grow ${styles.draft}`}>
                <div className="strong">
                  Draft:{' '}
                  {view.differences.length === 0
                    ? 'no changes'
                    : view.differences.length === 1
                      ? '1 change'
                      : `${view.differences.length} changes`}
                  {view.problems.length > 0 && (
                    <span className="stop">
                      {' '}
                      · {view.problems.length === 1 ? '1 thing to fix' : `${view.problems.length} things to fix`}
                    </span>
                  )}
                </div>
                <div
                  className="soft small clip"
                  title={view.differences.map((d) => `${d.what}: ${d.before || 'new'} → ${d.after || 'removed'}`).join('\n')}
                >
                  {view.differences.length > 0
                    ? view.differences
                        .map(
                          (d) => `${d.what} ${d.before && d.after ? `${d.before} to ${d.after}` : d.after ? `new: ${d.after}` : 'removed'}`,
                        )
                        .join(' · ')
                    : `by ${view.draft.changedBy}, ${shop ? moment(wallTime(view.draft.changedAt, shop.timeZone), now) : ''}`}
                </div>
              </div>
              <Button onClick={() => void discard()}>Discard draft</Button>
              <Button
                variant="contained"
                disabled={view.problems.length > 0 || view.differences.length === 0}
                onClick={() => setComparing(true)}
              >
                Compare and publish…
              </Button>
            </>
          )}
        </footer>
      </div>
      <Suspense fallback={null}>{comparing && <ComparisonDialog onClose={() => setComparing(false)} />}</Suspense>
    </PolicyContext>
  );
}
