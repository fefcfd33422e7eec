import { Navigate, NavLink, Outlet } from 'react-router';
import { useMe, type Permission } from '../../lib/shop';
import './setup.css';

interface Page {
  to: string;
  name: string;
  asks: Permission;
}

const PAGES: Page[] = [
  { to: '/setup/shop', name: 'Shop', asks: 'EditSetup' },
  { to: '/setup/people', name: 'People', asks: 'EditStaff' },
  { to: '/setup/pricing', name: 'Pricing rules', asks: 'EditPolicy' },
  { to: '/setup/canned-jobs', name: 'Canned jobs and guide', asks: 'EditSetup' },
  { to: '/setup/fees', name: 'Fees', asks: 'EditSetup' },
  { to: '/setup/messages', name: 'Messages', asks: 'EditSetup' },
  { to: '/setup/own', name: 'Labels, fields, texts', asks: 'EditSetup' },
  { to: '/setup/computers', name: 'Computers', asks: 'EnrollTerminals' },
  { to: '/setup/files', name: 'Import and export', asks: 'BringIn' },
];

/** Setup begins with the first page that the person may see. */
export function SetupStart() {
  const me = useMe();
  return <Navigate to={PAGES.find((page) => me.permissions.includes(page.asks))?.to ?? '/'} replace />;
}

/** Setup: the shop and its people, prices, what the shop defines for itself, files in and out. */
export default function SetupPages() {
  const me = useMe();
  return (
    <div className="setup-pages">
      <nav className="setup-tabs" aria-label="Setup">
        {PAGES.filter((page) => me.permissions.includes(page.asks)).map((page) => (
          <NavLink key={page.to} to={page.to}>
            {page.name}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </div>
  );
}
