import { NavLink, Outlet } from 'react-router';

const PAGES = [
  ['/follow-up', 'To follow up'],
  ['/follow-up/requests', 'Requests'],
  ['/follow-up/results', 'What came of it'],
] as const;

/** The pages of following up, with their tabs. */
export default function FollowUpFrame() {
  return (
    <>
      <nav className="page-tabs" aria-label="Follow-up">
        {PAGES.map(([to, label]) => (
          <NavLink key={to} to={to} end>
            {label}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </>
  );
}
