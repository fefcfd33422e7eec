import { NavLink, Outlet, useLocation } from 'react-router';

const PAGES = [
  ['today', 'Today'],
  ['sales', 'Sales'],
  ['technicians', 'Technicians'],
  ['approval', 'Approval and deferred work'],
  ['floor', 'Floor'],
  ['parts', 'Parts and stock'],
  ['customers', 'Customers'],
  ['money', 'Money'],
] as const;

/** The pages of measures, with their tabs; period and filters go along from one to the next. */
export default function MeasuresFrame() {
  const { search } = useLocation();
  return (
    <>
      <nav className="page-tabs" aria-label="Measures">
        {PAGES.map(([page, label]) => (
          <NavLink key={page} to={`/measures/${page}${search}`} end>
            {label}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </>
  );
}
