import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation, useNavigate } from 'react-router';
import { api, Problem, unwrap } from '../lib/api';
import { MeContext } from '../lib/shop';
import { Failed, Loading } from '../ui/Feedback';
import { Shell } from './Shell';
import { UnknownPage } from './UnknownPage';

const BillingFrame = lazy(() => import('../areas/Billing/BillingFrame'));
const FollowUpFrame = lazy(() => import('../areas/FollowUp/FollowUpFrame'));
const FollowUpPage = lazy(() => import('../areas/FollowUp/page/FollowUpPage'));
const RequestsPage = lazy(() => import('../areas/FollowUp/requests/RequestsPage'));
const MeasuresFrame = lazy(() => import('../areas/Reports/MeasuresFrame'));
const MeasuresPage = lazy(() => import('../areas/Reports/MeasuresPage'));
const RowsPage = lazy(() => import('../areas/Reports/RowsPage'));
const BookingSetupPage = lazy(() => import('../areas/Schedule/BookingSetupPage'));
const ResultsPage = lazy(() => import('../areas/FollowUp/page/ResultsPage'));
const AccountsPage = lazy(() => import('../areas/Billing/AccountsPage'));
const InvoicesPage = lazy(() => import('../areas/Billing/InvoicesPage'));
const AccountPage = lazy(() => import('../areas/Billing/AccountPage'));
const DrawerPage = lazy(() => import('../areas/Billing/DrawerPage'));
const TrialBalancePage = lazy(() => import('../areas/Billing/TrialBalancePage'));
const JournalPage = lazy(() => import('../areas/Billing/JournalPage'));
const HeldPage = lazy(() => import('../areas/Billing/HeldPage'));
const SignIn = lazy(() => import('../areas/Setup/SignIn'));
const FirstRun = lazy(() => import('../areas/Setup/FirstRun'));
const FloorPage = lazy(() => import('../areas/Floor/FloorPage'));
const FloorSetupPage = lazy(() => import('../areas/Floor/FloorSetupPage'));
const AfterWorkPage = lazy(() => import('../areas/Floor/AfterWorkPage'));
const TimesPage = lazy(() => import('../areas/Floor/TimesPage'));
const CalendarPage = lazy(() => import('../areas/Schedule/CalendarPage'));
const BenchPage = lazy(() => import('../areas/Floor/BenchPage'));
const BenchCarPage = lazy(() => import('../areas/Floor/BenchCarPage'));
const InspectionPage = lazy(() => import('../areas/Inspections/InspectionPage'));
const WorklistPage = lazy(() => import('../areas/Inspections/WorklistPage'));
const TemplatesPage = lazy(() => import('../areas/Inspections/templates/TemplatesPage'));
const WriteUpPage = lazy(() => import('../areas/WriteUp/WriteUpPage'));
const OrdersPage = lazy(() => import('../areas/Orders/OrdersPage'));
const OrderSheet = lazy(() => import('../areas/Orders/sheet/OrderSheet'));
const TalkThroughPage = lazy(() => import('../areas/Approval/TalkThroughPage'));
const CustomersPage = lazy(() => import('../areas/Customers/CustomersPage'));
const CustomerPage = lazy(() => import('../areas/Customers/CustomerPage'));
const VehiclePage = lazy(() => import('../areas/Vehicles/VehiclePage'));
const PolicyPage = lazy(() => import('../areas/Pricing/policy/PolicyPage'));
const FormerOrderPage = lazy(() => import('../areas/Imports/FormerOrderPage'));
const SetupPages = lazy(() => import('../areas/Setup/SetupPages'));
const SetupStart = lazy(() => import('../areas/Setup/SetupPages').then((page) => ({ default: page.SetupStart })));
const GettingStarted = lazy(() => import('../areas/Setup/GettingStarted'));
const ShopPage = lazy(() => import('../areas/Setup/ShopPage'));
const PeoplePage = lazy(() => import('../areas/Setup/PeoplePage'));
const PeopleStart = lazy(() => import('../areas/Setup/PeoplePage').then((page) => ({ default: page.PeopleStart })));
const PersonPage = lazy(() => import('../areas/Setup/PersonPage'));
const SuppliersPage = lazy(() => import('../areas/Purchasing/SuppliersPage'));
const PartsCatalogPage = lazy(() => import('../areas/Catalog/PartsCatalogPage'));
const JoinPage = lazy(() => import('../areas/Setup/JoinPage'));
const CannedPage = lazy(() => import('../areas/Catalog/cannedJobs/CannedPage'));
const CannedStart = lazy(() => import('../areas/Catalog/cannedJobs/CannedStart'));
const CannedEditor = lazy(() => import('../areas/Catalog/cannedJobs/CannedEditor'));
const MessagesPage = lazy(() => import('../areas/Messaging/MessagesPage'));
const FeesPage = lazy(() => import('../areas/Catalog/FeesPage'));
const TerminalsPage = lazy(() => import('../areas/Setup/TerminalsPage'));
const NoticesPage = lazy(() => import('../areas/Messaging/NoticesPage'));
const UnknownSendersPage = lazy(() => import('../areas/Messaging/UnknownSendersPage'));
const OwnPage = lazy(() => import('../areas/Setup/customFields/OwnPage'));
const ImportsPage = lazy(() => import('../areas/Imports/ImportsPage'));
const ImportPage = lazy(() => import('../areas/Imports/ImportPage'));
const UpkeepPage = lazy(() => import('../areas/Setup/upkeep/UpkeepPage'));
const RunsPage = lazy(() => import('../areas/Setup/upkeep/RunsPage'));
const PrivacyPage = lazy(() => import('../areas/Setup/privacy/PrivacyPage'));
const AboutPage = lazy(() => import('../areas/Setup/AboutPage'));
const ProgramsPage = lazy(() => import('../areas/Imports/programs/ProgramsPage'));
const ApiDocsPage = lazy(() => import('../areas/Imports/programs/ApiDocsPage'));
const PartsFrame = lazy(() => import('../areas/Purchasing/PartsFrame'));
const PartsPage = lazy(() => import('../areas/Purchasing/PartsPage'));
const ReturnsPage = lazy(() => import('../areas/Purchasing/ReturnsPage'));
const BillsPage = lazy(() => import('../areas/Purchasing/BillsPage'));
const StockPage = lazy(() => import('../areas/Inventory/StockPage'));
const ReorderPage = lazy(() => import('../areas/Inventory/ReorderPage'));
const CountsPage = lazy(() => import('../areas/Inventory/CountsPage'));
const CountPage = lazy(() => import('../areas/Inventory/CountPage'));
const InvoicePage = lazy(() => import('../areas/Billing/InvoicePage'));

/** First run, sign-in, or the shop. */
export function App() {
  const client = useQueryClient();
  const welcome = useQuery({
    queryKey: ['welcome'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/welcome', { signal })),
    staleTime: Infinity,
    networkMode: 'always',
  });
  const session = useQuery({
    queryKey: ['session'],
    queryFn: async ({ signal }) => {
      try {
        return await unwrap(api.GET('/api/session', { signal }));
      } catch (error) {
        if (error instanceof Problem && error.status === 401) return null;
        throw error;
      }
    },
    staleTime: Infinity,
    networkMode: 'always',
  });
  const renew = () => {
    client.removeQueries({ predicate: (query) => !['welcome', 'session'].includes(String(query.queryKey[0])) });
    void client.invalidateQueries({ queryKey: ['welcome'] });
    void client.invalidateQueries({ queryKey: ['session'] });
  };
  const left = () => {
    client.setQueryData(['session'], null);
    renew();
  };
  const navigate = useNavigate();
  const joining = /^\/join\/([\w-]{1,64})$/.exec(useLocation().pathname)?.[1];
  if (joining)
    return (
      <Suspense fallback={<Loading what="your link" />}>
        <JoinPage
          token={joining}
          onDone={() => {
            void navigate('/', { replace: true });
            renew();
          }}
        />
      </Suspense>
    );
  const failed = welcome.error ?? session.error;
  if (failed) return <Failed error={failed} again={renew} />;
  if (!welcome.data || session.data === undefined) return <Loading what="the shop" />;
  return (
    <Suspense fallback={<Loading what="the page" />}>
      {welcome.data.firstRun ? (
        <FirstRun
          onDone={() => {
            void navigate('/setup/start', { replace: true });
            renew();
          }}
        />
      ) : session.data === null ? (
        <SignIn welcome={welcome.data} onDone={renew} />
      ) : (
        <MeContext value={session.data}>
          <Routes>
            <Route path="api-docs" element={<ApiDocsPage />} />
            <Route element={<Shell onLeft={left} />}>
              <Route index element={session.data.role === 'Technician' ? <Navigate to="/bench" replace /> : <FloorPage />} />
              <Route path="floor" element={<FloorPage />} />
              <Route path="wash" element={<AfterWorkPage />} />
              <Route path="times" element={<TimesPage />} />
              <Route path="calendar" element={<CalendarPage />} />
              <Route path="bench" element={<BenchPage />} />
              <Route path="bench/cars/:id" element={<BenchCarPage />} />
              <Route path="bench/inspections/:id" element={<InspectionPage />} />
              <Route path="worklist" element={<WorklistPage />} />
              <Route path="write-up" element={<WriteUpPage />} />
              <Route path="orders" element={<OrdersPage />} />
              <Route path="orders/:id" element={<OrderSheet />} />
              <Route path="orders/:id/talk-through" element={<TalkThroughPage />} />
              <Route element={<FollowUpFrame />}>
                <Route path="follow-up" element={<FollowUpPage />} />
                <Route path="follow-up/requests" element={<RequestsPage />} />
                <Route path="follow-up/results" element={<ResultsPage />} />
              </Route>
              <Route element={<MeasuresFrame />}>
                <Route path="measures" element={<ToToday />} />
                <Route path="measures/:page" element={<MeasuresPage />} />
                <Route path="measures/rows/:measure" element={<RowsPage />} />
              </Route>
              <Route element={<BillingFrame />}>
                <Route path="billing" element={<AccountsPage />} />
                <Route path="billing/accounts/:id" element={<AccountPage />} />
                <Route path="billing/invoices" element={<InvoicesPage />} />
                <Route path="billing/drawer" element={<DrawerPage />} />
                <Route path="billing/balance" element={<TrialBalancePage />} />
                <Route path="billing/journal" element={<JournalPage />} />
                <Route path="billing/held" element={<HeldPage />} />
              </Route>
              <Route path="parts" element={<PartsFrame />}>
                <Route index element={<PartsPage />} />
                <Route path="returns" element={<ReturnsPage />} />
                <Route path="bills" element={<BillsPage />} />
                <Route path="stock/:id?" element={<StockPage />} />
                <Route path="reorder" element={<ReorderPage />} />
                <Route path="counts" element={<CountsPage />} />
                <Route path="counts/:id" element={<CountPage />} />
              </Route>
              <Route path="about" element={<AboutPage />} />
              <Route path="customers" element={<CustomersPage />} />
              <Route path="updates" element={<NoticesPage />} />
              <Route path="unknown-senders" element={<UnknownSendersPage />} />
              <Route path="customers/:id" element={<CustomerPage />} />
              <Route path="vehicles/:id" element={<VehiclePage />} />
              <Route path="formerOrders/:id" element={<FormerOrderPage />} />
              <Route path="setup" element={<SetupPages />}>
                <Route index element={<SetupStart />} />
                <Route path="start" element={<GettingStarted />} />
                <Route path="shop" element={<ShopPage />} />
                <Route path="people" element={<PeoplePage />}>
                  <Route index element={<PeopleStart />} />
                  <Route path=":id" element={<PersonPage />} />
                </Route>
                <Route path="suppliers/:id?" element={<SuppliersPage />} />
                <Route path="parts/:id?" element={<PartsCatalogPage />} />
                <Route path="pricing" element={<PolicyPage />} />
                <Route path="canned-jobs" element={<CannedPage />}>
                  <Route index element={<CannedStart />} />
                  <Route path=":id" element={<CannedEditor />} />
                </Route>
                <Route path="messages" element={<MessagesPage />} />
                <Route path="inspections/:id?" element={<TemplatesPage />} />
                <Route path="fees" element={<FeesPage />} />
                <Route path="floor" element={<FloorSetupPage />} />
                <Route path="booking" element={<BookingSetupPage />} />
                <Route path="own" element={<OwnPage />} />
                <Route path="computers" element={<TerminalsPage />} />
                <Route path="files" element={<ImportsPage />} />
                <Route path="files/:id" element={<ImportPage />} />
                <Route path="upkeep" element={<UpkeepPage />} />
                <Route path="upkeep/runs" element={<RunsPage />} />
                <Route path="upkeep/privacy" element={<PrivacyPage />} />
                <Route path="programs" element={<ProgramsPage />} />
              </Route>
              <Route path="invoices/:id" element={<InvoicePage />} />
              <Route path="*" element={<UnknownPage />} />
            </Route>
          </Routes>
        </MeContext>
      )}
    </Suspense>
  );
}

/** What was asked of the measures goes along to their first page. */
function ToToday() {
  return <Navigate to={{ pathname: '/measures/today', search: useLocation().search }} replace />;
}
