import { NavLink, Outlet, useLocation } from 'react-router';
import { useMay } from '../../lib/shop';

/** What is owed, what lies in the drawer, and the books. */
export default function BillingFrame() {
  const mayBooks = useMay('KeepBooks');
  // A customer's account is one of the accounts.
  const onAccount = useLocation().pathname.startsWith('/billing/accounts/');
  return (
    <>
      <nav className="page-tabs" aria-label="Billing">
        <NavLink to="/billing" end className={onAccount ? 'active' : undefined}>
          Accounts
        </NavLink>
        <NavLink to="/billing/invoices">Invoices</NavLink>
        <NavLink to="/billing/drawer">Cash drawer</NavLink>
        {mayBooks && <NavLink to="/billing/balance">Trial balance</NavLink>}
        {mayBooks && <NavLink to="/billing/journal">Journal</NavLink>}
        {mayBooks && <NavLink to="/billing/held">Taxes and fees held</NavLink>}
      </nav>
      <Outlet />
    </>
  );
}
