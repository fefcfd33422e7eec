import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { api, unwrap } from '../../../lib/api';
import { Loading } from '../../../ui/Feedback';
import { matching } from '../../WriteUp/matching';
import './canned.css';
import styles from './CannedPage.module.css';

/** Canned jobs by system at the left, the one that is edited at the right. */
export default function CannedPage() {
  const [search, setSearch] = useState('');
  const jobs = useQuery({ queryKey: ['canned-jobs'], queryFn: ({ signal }) => unwrap(api.GET('/api/canned-jobs', { signal })) }).data;
  if (!jobs) return <Loading what="the canned jobs" />;
  const found = search.trim() ? matching(jobs, search) : jobs;
  return (
    <div className="canned-page">
      <nav aria-label="Canned jobs">
        <div className="labelled">
          <input
            aria-label="Search the canned jobs"
            placeholder="Search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </div>
        <NavLink to="/setup/canned-jobs/new" className="begin">
          New canned job
        </NavLink>
        {[...new Set(found.map((job) => job.system))].map((system) => (
          <section key={system}>
            <h3>{system}</h3>
            {found
              .filter((job) => job.system === system)
              .map((job) => (
                <NavLink key={job.id} to={`/setup/canned-jobs/${job.id}`}>
                  {job.title}
                </NavLink>
              ))}
          </section>
        ))}
        {found.length === 0 && (
          <p className={`soft ${styles.none}`}>
            {search.trim() ? 'No matching canned job.' : 'No canned jobs yet; take a set or make one.'}
          </p>
        )}
      </nav>
      <Outlet />
    </div>
  );
}
