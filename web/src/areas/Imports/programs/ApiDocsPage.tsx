import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import '../../../ui/records.css';
import { Empty, Failed, Loading } from '../../../ui/Feedback';
import { EndpointRow } from './EndpointRow';
import { Introduction } from './Introduction';
import { areasOf, type Document } from './openapi';
import styles from './docs.module.css';

/** Every address of the API that a program can call, what it asks for and answers, in a page of its own. */
export default function ApiDocsPage() {
  const [search, setSearch] = useState('');
  const words = useDeferredValue(search);
  const document = useQuery({
    queryKey: ['api-document'],
    queryFn: async ({ signal }) => {
      const answer = await fetch('/openapi/v1.json', { signal });
      if (!answer.ok) throw new Error('The description of the API could not be loaded. Try again.');
      return (await answer.json()) as Document;
    },
    staleTime: Infinity,
  });
  if (document.error && !document.data) return <Failed error={document.error} again={() => void document.refetch()} />;
  if (!document.data) return <Loading what="the API" />;
  const areas = areasOf(document.data, words);
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <h1>The API</h1>
        <input
          className="page-search"
          type="search"
          aria-label="Search the API"
          placeholder="Find an address, a word, a right"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <a href="/openapi/v1.json" download="yardstick-api.json">
          OpenAPI document
        </a>
        <Link to="/setup/programs">Tokens and webhooks</Link>
      </header>
      <div className={styles.body}>
        <nav aria-label="Areas" className={styles.areas}>
          {areas.map(([area, features]) => (
            <a key={area} href={`#${area}`}>
              {area} <span className="soft small">{features.reduce((sum, feature) => sum + feature.endpoints.length, 0)}</span>
            </a>
          ))}
        </nav>
        <main className={styles.main}>
          {!words && <Introduction />}
          {areas.length === 0 && <Empty title="Nothing found">Try another word, or a part of an address.</Empty>}
          {areas.map(([area, features]) => (
            <section key={area} id={area} aria-label={area}>
              <h2>{area}</h2>
              {features.map((feature) => (
                <div key={feature.about} className={styles.feature}>
                  <p>{feature.about}</p>
                  {feature.endpoints.map((endpoint) => (
                    <EndpointRow key={`${endpoint.method} ${endpoint.path}`} endpoint={endpoint} document={document.data} />
                  ))}
                </div>
              ))}
            </section>
          ))}
        </main>
      </div>
    </div>
  );
}
