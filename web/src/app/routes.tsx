import { createBrowserRouter, Navigate, useRouteError } from 'react-router';
import { SignIn } from '../account/SignIn';
import { AccountPage } from '../account/AccountPage';
import { Waiting } from '../ui/Page';
import { useSession } from '../data/session';
import { Shell } from './Shell';

function Door() {
  const session = useSession();
  if (!session.data) return <Waiting error={session.error} retry={() => void session.refetch()} />;
  const first = session.data.nurseries[0];
  if (first) return <Navigate to={`/n/${first.id}/round`} replace />;
  if (session.data.name !== null) return <Navigate to="/account" replace />;
  return (
    <AccountPage title="Sign in">
      <SignIn />
    </AccountPage>
  );
}

function Broken() {
  const error = useRouteError();
  return (
    <Waiting
      error={error instanceof Error ? error : new Error('There is nothing at this address.')}
      retry={() => window.location.assign('/')}
    />
  );
}

const Fallback = () => <Waiting error={null} />;

export const router = createBrowserRouter([
  { path: '/', Component: Door, HydrateFallback: Fallback },
  {
    path: '/invitation',
    HydrateFallback: Fallback,
    ErrorBoundary: Broken,
    lazy: async () => ({ Component: (await import('../account/InvitationView')).InvitationView }),
  },
  {
    path: '/account',
    HydrateFallback: Fallback,
    ErrorBoundary: Broken,
    lazy: async () => ({ Component: (await import('../account/AccountView')).AccountView }),
  },
  {
    path: '/n/:nursery',
    Component: Shell,
    ErrorBoundary: Broken,
    HydrateFallback: Fallback,
    children: [
      { index: true, element: <Navigate to="round" replace /> },
      { path: 'round', lazy: async () => ({ Component: (await import('../round/View')).RoundView }) },
      { path: 'plan', lazy: async () => ({ Component: (await import('../plan/View')).PlanView }) },
      { path: 'start', lazy: async () => ({ Component: (await import('../start/View')).StartView }) },
      { path: 'plan/several', lazy: async () => ({ Component: (await import('../plan/Several')).SeveralView }) },
      { path: 'batches', lazy: async () => ({ Component: (await import('../batch/ListView')).BatchListView }) },
      { path: 'batches/:batch', lazy: async () => ({ Component: (await import('../batch/View')).BatchView }) },
      { path: 'batches/:batch/go', lazy: async () => ({ Component: (await import('../decision/View')).GoView }) },
      { path: 'batches/:batch/trays', lazy: async () => ({ Component: (await import('../trays/View')).TrayView }) },
      { path: 'sowing', lazy: async () => ({ Component: (await import('../sowing/View')).SowingView }) },
      { path: 'site', lazy: async () => ({ Component: (await import('../site/View')).SiteView }) },
      { path: 'seeds', lazy: async () => ({ Component: (await import('../seeds/View')).SeedsView }) },
      { path: 'sums/:sum?', lazy: async () => ({ Component: (await import('../sums/View')).SumsView }) },
      { path: 'house', lazy: async () => ({ Component: (await import('../settings/View')).HouseView }) },
      { path: '*', element: <Waiting error={new Error('There is nothing at this address.')} /> },
    ],
  },
  {
    path: '*',
    Component: Broken,
    loader: () => {
      throw new Error('There is nothing at this address.');
    },
  },
]);
