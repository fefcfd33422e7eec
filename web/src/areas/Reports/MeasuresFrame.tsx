import { NavLink, Outlet, useLocation } from 'react-router';
import { PAGE_NAMES, PAGES } from './pages';

/** The pages of measures, with their tabs; period and filters go along from one to the next. */
export default function MeasuresFrame() {
  const { search } = useLocation();
  return (
    <>
      <nav className="page-tabs" aria-label="Measures">
        {PAGES.map(([word, page]) => (
          <NavLink key={page} to={`/measures/${word}${search}`} end>
            {PAGE_NAMES[page]}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </>
  );
}
