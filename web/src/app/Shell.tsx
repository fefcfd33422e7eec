import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Link, NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { Notices } from '../areas/Messaging/Notices';
import { api, unwrap } from '../lib/api';
import { onWaiting } from '../lib/changes/outbox';
import { useKeys } from '../lib/keys';
import { useLive } from '../lib/changes/feed';
import { forgetBench } from '../lib/device/shell';
import { useFloor, useMay, useMe } from '../lib/shop';
import { DayTimeline } from '../ui/DayTimeline';
import { useInSight } from '../ui/useInSight';
import { Loading } from '../ui/Feedback';
import { CommandList, type Listing } from './CommandList';
import { FindField } from '../areas/Customers/FindField';
import { ROLES } from '../areas/Setup/roles';

const OwnAccountDialog = lazy(() => import('../areas/Setup/OwnAccountDialog'));

const SETUP = ['EditSetup', 'EditStaff', 'EditPolicy', 'EnrollTerminals', 'BringIn'] as const;

/** The bar, the day rule and the present page. */
export function Shell({ onLeft }: { onLeft: () => void }) {
  const { connected, stopped } = useLive();
  const [waiting, setWaiting] = useState(0);
  useEffect(() => onWaiting(setWaiting), []);
  const [listing, setListing] = useState<Listing>(null);
  const floor = useFloor();
  const navigate = useNavigate();
  const location = useLocation();
  const menu = useInSight<HTMLElement>(location.pathname);
  const mayFind = useMay('Find');
  const mayWrite = useMay('WriteUp');
  const mayParts = useMay('SeeParts');
  const mayBill = useMay('TakePayments');
  const mayOrders = useMay('SeeOrders');
  const mayFollow = useMay('WriteToCustomers');
  const mayMeasure = useMay('SeeMeasures');
  const mayWork = useMay('Work');
  const mayWash = useMay('AfterWork');
  const me = useMe();
  const maySetup = SETUP.some((right) => me.permissions.includes(right));
  const technician = me.role === 'Technician';
  useKeys('Everywhere', [
    { key: '', label: 'Go to Floor', run: () => void navigate(technician ? '/floor' : '/') },
    ...(mayWrite ? [{ key: 'N', label: 'Write up', run: () => void navigate('/write-up') }] : []),
    { key: '', label: 'Go to Calendar', run: () => void navigate('/calendar') },
    ...(mayOrders ? [{ key: '', label: 'Go to Orders', run: () => void navigate('/orders') }] : []),
    ...(mayMeasure ? [{ key: '', label: 'Go to Measures', run: () => void navigate('/measures/today') }] : []),
    ...(mayFollow ? [{ key: '', label: 'Go to Follow-up', run: () => void navigate('/follow-up') }] : []),
    ...(mayParts ? [{ key: '', label: 'Go to Parts', run: () => void navigate('/parts') }] : []),
    ...(mayBill ? [{ key: '', label: 'Go to Billing', run: () => void navigate('/billing') }] : []),
    ...(mayOrders ? [{ key: '', label: 'Go to updates', run: () => void navigate('/updates') }] : []),
    ...(mayOrders ? [{ key: '', label: 'Go to messages of unknown senders', run: () => void navigate('/unknown-senders') }] : []),
    ...(mayFind ? [{ key: '', label: 'Go to Customers', run: () => void navigate('/customers') }] : []),
    ...(maySetup ? [{ key: '', label: 'Go to Setup', run: () => void navigate('/setup') }] : []),
    ...(mayWash ? [{ key: '', label: 'Go to the wash list', run: () => void navigate('/wash') }] : []),
    { key: '', label: 'Go to times', run: () => void navigate('/times') },
    ...(mayWork ? [{ key: '', label: 'Go to the Bench', run: () => void navigate('/bench') }] : []),
  ]);
  const current = /^\/orders\/(\d+)/.exec(location.pathname)?.[1];
  return (
    <div className="shell">
      <header className="topbar">
        <Link to={technician ? '/bench' : '/'} className="brand" aria-label="Yardstick">
          <svg viewBox="0 0 27 15" aria-hidden>
            <rect width="27" height="15" rx="2.5" fill="var(--boxwood)" />
            <path d="M4 0v5M8.5 0v8M13 0v5M17.5 0v8M22 0v5" stroke="var(--boxwood-ink)" strokeWidth="1.8" />
          </svg>
          YARDSTICK
        </Link>
        <nav ref={menu} aria-label="Main menu">
          {technician && <NavLink to="/bench">Bench</NavLink>}
          <NavLink to={technician ? '/floor' : '/'} end>
            Floor
          </NavLink>
          <NavLink to="/calendar">Calendar</NavLink>
          {mayOrders && <NavLink to="/orders">Repair orders</NavLink>}
          {mayOrders && <NavLink to="/worklist">Worklist</NavLink>}
          {mayFollow && <NavLink to="/follow-up">Follow-up</NavLink>}
          {mayParts && <NavLink to="/parts">Parts</NavLink>}
          {mayBill && <NavLink to="/billing">Billing</NavLink>}
          {mayFind && <NavLink to="/customers">Customers</NavLink>}
          {mayWash && !technician && me.role !== 'Owner' && me.role !== 'Manager' && <NavLink to="/wash">Wash</NavLink>}
          {mayWork && !technician && <NavLink to="/bench">Bench</NavLink>}
          {mayMeasure && <NavLink to="/measures">Measures</NavLink>}
          {maySetup && <NavLink to="/setup">Setup</NavLink>}
        </nav>
        {mayFind ? <FindField /> : <span className="grow" />}
        {mayWrite && (
          <button className="writeup" onClick={() => void navigate('/write-up')}>
            Write up <span className="key">N</span>
          </button>
        )}
        <button className="help" onClick={() => setListing('keys')} title="Help and keys of this page (?)">
          Help
        </button>
        <Person onLeft={onLeft} />
      </header>
      {(!connected || waiting > 0) && (
        <div className="offline" role="status">
          {stopped && `${stopped} `}
          {waiting > 0
            ? `No connection. ${waiting === 1 ? 'One change is' : `${waiting} changes are`} saved on this computer and will be sent when the connection is back.`
            : !stopped &&
              "No connection to the server. What you see may be out of date. It reconnects on its own; if it doesn't, check the network."}
        </div>
      )}
      <Notices />
      <DayTimeline cards={floor.data?.cards ?? []} current={current ? Number(current) : undefined} />
      <main className="main">
        <Suspense fallback={<Loading what="the page" />}>
          <Outlet />
        </Suspense>
      </main>
      <CommandList open={listing} setOpen={setListing} />
    </div>
  );
}

const IDLE_MINUTES = 10;

/** On a terminal that several people use, the screen locks by itself when nobody touches it. */
function useIdleLock(lock: () => void) {
  const enrolled =
    useQuery({ queryKey: ['terminal'], queryFn: ({ signal }) => unwrap(api.GET('/api/session/terminal', { signal })), staleTime: Infinity })
      .data?.enrolled ?? false;
  const latest = useRef(lock);
  useEffect(() => {
    latest.current = lock;
  });
  useEffect(() => {
    if (!enrolled) return;
    let timer = 0;
    const again = () => {
      clearTimeout(timer);
      timer = window.setTimeout(() => latest.current(), IDLE_MINUTES * 60_000);
    };
    const signs = ['pointerdown', 'keydown', 'wheel'] as const;
    signs.forEach((sign) => window.addEventListener(sign, again, { passive: true }));
    again();
    return () => {
      clearTimeout(timer);
      signs.forEach((sign) => window.removeEventListener(sign, again));
    };
  }, [enrolled]);
}

function Person({ onLeft }: { onLeft: () => void }) {
  const me = useMe();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [own, setOwn] = useState(false);
  const { mode, setMode } = useColorScheme();
  const close = () => setAnchor(null);
  const leave = async () => {
    close();
    await unwrap(api.DELETE('/api/session'));
    await forgetBench();
    onLeft();
  };
  useIdleLock(() => void leave());
  const dark = mode === 'dark';
  const flip = () => setMode(dark ? 'light' : 'dark');
  useKeys('Everywhere', [
    { key: '', label: dark ? 'Light mode' : 'Dark mode', run: flip },
    { key: '', label: 'Your account', run: () => setOwn(true) },
    { key: 'Ctrl L', label: 'Switch user or sign out', run: () => void leave(), always: true },
  ]);
  const initials = me.name
    .split(' ')
    .map((word) => word[0])
    .slice(0, 2)
    .join('');
  return (
    <>
      <button
        className="me"
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-label={`${me.name}, ${ROLES[me.role]}`}
        aria-haspopup="menu"
      >
        {initials}
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <MenuItem disabled>
          {me.name}, {ROLES[me.role]}
        </MenuItem>
        <Divider />
        <MenuItem
          onClick={() => {
            flip();
            close();
          }}
        >
          {dark ? 'Light mode' : 'Dark mode'}
        </MenuItem>
        <MenuItem component={Link} to="/times" onClick={close}>
          Times
        </MenuItem>
        <MenuItem
          onClick={() => {
            setOwn(true);
            close();
          }}
        >
          Your account…
        </MenuItem>
        <MenuItem component={Link} to="/about" onClick={close}>
          About Yardstick
        </MenuItem>
        <MenuItem onClick={() => void leave()}>Switch user or sign out (Ctrl L)</MenuItem>
      </Menu>
      <Suspense fallback={null}>{own && <OwnAccountDialog onClose={() => setOwn(false)} />}</Suspense>
    </>
  );
}
