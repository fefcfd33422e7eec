import { Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { useMe, useStartSteps, type Permission } from '../../lib/shop';
import { Loading } from '../../ui/Feedback';
import { useInSight } from '../../ui/useInSight';
import './setup.css';

interface Page {
  to: string;
  name: string;
  asks: Permission;
}

const PAGES: Page[] = [
  { to: '/setup/shop', name: 'Shop', asks: 'EditSetup' },
  { to: '/setup/people', name: 'People', asks: 'EditStaff' },
  { to: '/setup/floor', name: 'Floor', asks: 'EditSetup' },
  { to: '/setup/booking', name: 'Booking', asks: 'EditSetup' },
  { to: '/setup/suppliers', name: 'Suppliers', asks: 'EditSetup' },
  { to: '/setup/parts', name: 'Parts catalog', asks: 'EditSetup' },
  { to: '/setup/pricing', name: 'Pricing rules', asks: 'EditPolicy' },
  { to: '/setup/canned-jobs', name: 'Canned jobs', asks: 'EditSetup' },
  { to: '/setup/inspections', name: 'Inspections', asks: 'EditSetup' },
  { to: '/setup/fees', name: 'Fees', asks: 'EditSetup' },
  { to: '/setup/messages', name: 'Messages', asks: 'EditSetup' },
  { to: '/setup/own', name: 'Labels and texts', asks: 'EditSetup' },
  { to: '/setup/computers', name: 'Computers', asks: 'EnrollTerminals' },
  { to: '/setup/files', name: 'Import and export', asks: 'BringIn' },
  { to: '/setup/programs', name: 'Other programs', asks: 'ConnectPrograms' },
  { to: '/setup/upkeep', name: 'Backups', asks: 'KeepData' },
];

/** Setup begins with the first page that the person may see. */
export function SetupStart() {
  const me = useMe();
  const steps = useStartSteps();
  // Whoever chose a page meanwhile, while it is still being fetched, goes there.
  const stillHere = window.location.pathname.replace(/\/$/, '') === '/setup';
  if (steps.isLoading || !stillHere) return <Loading what="Setup" />;
  if (steps.data?.next) return <Navigate to="/setup/start" replace />;
  return <Navigate to={PAGES.find((page) => me.permissions.includes(page.asks))?.to ?? '/'} replace />;
}

/** Setup: the shop and its people, prices, what the shop defines for itself, files in and out. */
export default function SetupPages() {
  const me = useMe();
  const steps = useStartSteps();
  const tabs = useInSight<HTMLElement>(useLocation().pathname);
  return (
    <div className="setup-pages">
      <nav ref={tabs} className="page-tabs" aria-label="Setup">
        {steps.data?.next && <NavLink to="/setup/start">Getting started</NavLink>}
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
