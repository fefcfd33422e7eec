/** @jsxImportSource preact */
import { useCallback, useEffect, useState } from 'preact/hooks';
import { Call, Head, Trouble } from './Head';
import { PayPart } from './PayPart';
import { ask, type Paper, type Refused } from './talk';

/** A document behind a link: what it is, and the one button that opens it. */
export function DocumentPage({ token }: { token: string }) {
  const [view, setView] = useState<Paper | null>(null);
  const [trouble, setTrouble] = useState('');
  const load = useCallback(() => {
    setTrouble('');
    ask<Paper>(`documents/${token}`).then(
      (got) => {
        document.title = `${got.head.shop}: ${got.title}`;
        setView(got);
      },
      (error: Refused) => setTrouble(error.message),
    );
  }, [token]);
  useEffect(load, [load]);
  if (trouble) return <Trouble words={trouble} again={load} />;
  if (!view) {
    return (
      <main class="alone" aria-busy="true">
        <p>Loading your document…</p>
      </main>
    );
  }
  return (
    <>
      <Head {...view.head} />
      <main class="alone">
        <h1>{view.good ? view.title : view.sentence}</h1>
        {!view.good && <Call phone={view.head.phone} />}
        {view.good && (
          <>
            <p class="soft">{`As of ${new Date(`${view.sentOn}T12:00:00`).toLocaleDateString('en-US', { month: 'long', day: 'numeric', year: 'numeric' })}.`}</p>
            <p>
              <a class="send" href={`/api/customers-pages/documents/${token}/document.pdf`}>
                {`Open the document, ${Math.max(1, Math.round(view.size / 1024))} kB`}
              </a>
            </p>
            {view.isInvoice && <PayPart token={token} />}
          </>
        )}
      </main>
    </>
  );
}
