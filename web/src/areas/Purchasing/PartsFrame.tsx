import { NavLink, Outlet } from 'react-router';

/** Parts from needed to paid, and what lies on the shelf. */
export default function PartsFrame() {
  return (
    <>
      <nav className="page-tabs" aria-label="Parts">
        <NavLink to="/parts" end>
          Needed and on order
        </NavLink>
        <NavLink to="/parts/returns">Returns and cores</NavLink>
        <NavLink to="/parts/bills">Bills</NavLink>
        <NavLink to="/parts/stock">Stock</NavLink>
        <NavLink to="/parts/reorder">Reorder</NavLink>
        <NavLink to="/parts/counts">Counts</NavLink>
      </nav>
      <Outlet />
    </>
  );
}
