import '../../../ui/records.css';
import { TokensPart } from './TokensPart';
import { WebhooksPart } from './WebhooksPart';
import styles from './programs.module.css';

/** Programs that come in by a token, and those that are told by webhooks. */
export default function ProgramsPage() {
  return (
    <div className={styles.page}>
      <p className="soft">
        A bookkeeper’s program, a website, a dashboard: whatever you see here, another program can read, and change if you let it.{' '}
        <a href="/api-docs">How it works, and every address</a>
      </p>
      <TokensPart />
      <WebhooksPart />
    </div>
  );
}
