import { NavLink, Outlet } from 'react-router';
import './setup.css';

/** Setup: prices, what the shop defines for itself, files in and out. */
export default function SetupPages() {
  return (
    <div className="setup-pages">
      <nav className="setup-tabs" aria-label="Setup">
        <NavLink to="/setup" end>
          Prices
        </NavLink>
        <NavLink to="/setup/canned-jobs">Canned jobs and guide</NavLink>
        <NavLink to="/setup/fees">Fees and everyday parts</NavLink>
        <NavLink to="/setup/messages">Customers and messages</NavLink>
        <NavLink to="/setup/own">Labels, fields and texts</NavLink>
        <NavLink to="/setup/computers">Computers</NavLink>
        <NavLink to="/setup/files">Bring in and take out</NavLink>
      </nav>
      <Outlet />
    </div>
  );
}
