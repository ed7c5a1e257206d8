import { lazy, Suspense, useEffect } from 'react';
import { BrowserRouter, Navigate, Outlet, Route, Routes } from 'react-router';
import { Entrance } from '../account/Entrance';
import { useSession } from '../data/session';
import { Waiting } from '../ui/Page';
import { Caught } from './Caught';
import { Shell } from './Shell';

const load = {
  invitation: () => import('../account/InvitationView'),
  account: () => import('../account/AccountView'),
  round: () => import('../round/View'),
  plan: () => import('../plan/View'),
  start: () => import('../start/View'),
  several: () => import('../plan/Several'),
  batches: () => import('../batch/ListView'),
  batch: () => import('../batch/View'),
  go: () => import('../decision/View'),
  goAll: () => import('../decision/All'),
  moving: () => import('../moving/View'),
  signs: () => import('../troubles/View'),
  trays: () => import('../trays/View'),
  sowing: () => import('../sowing/View'),
  beds: () => import('../beds/View'),
  sale: () => import('../sale/View'),
  site: () => import('../site/View'),
  seeds: () => import('../seeds/View'),
  sums: () => import('../sums/View'),
  house: () => import('../settings/View'),
};

const views = {
  Invitation: lazy(async () => ({ default: (await load.invitation()).InvitationView })),
  Account: lazy(async () => ({ default: (await load.account()).AccountView })),
  Round: lazy(async () => ({ default: (await load.round()).RoundView })),
  Plan: lazy(async () => ({ default: (await load.plan()).PlanView })),
  Start: lazy(async () => ({ default: (await load.start()).StartView })),
  Several: lazy(async () => ({ default: (await load.several()).SeveralView })),
  Batches: lazy(async () => ({ default: (await load.batches()).BatchListView })),
  Batch: lazy(async () => ({ default: (await load.batch()).BatchView })),
  GoAll: lazy(async () => ({ default: (await load.goAll()).GoAllView })),
  Go: lazy(async () => ({ default: (await load.go()).GoView })),
  Moving: lazy(async () => ({ default: (await load.moving()).MovingView })),
  Signs: lazy(async () => ({ default: (await load.signs()).SignsView })),
  Trays: lazy(async () => ({ default: (await load.trays()).TrayView })),
  Sowing: lazy(async () => ({ default: (await load.sowing()).SowingView })),
  Beds: lazy(async () => ({ default: (await load.beds()).BedsView })),
  Sale: lazy(async () => ({ default: (await load.sale()).SaleView })),
  Site: lazy(async () => ({ default: (await load.site()).SiteView })),
  Seeds: lazy(async () => ({ default: (await load.seeds()).SeedsView })),
  Sums: lazy(async () => ({ default: (await load.sums()).SumsView })),
  House: lazy(async () => ({ default: (await load.house()).HouseView })),
};

function Door() {
  const session = useSession();
  if (!session.data) return <Waiting error={session.error} retry={() => void session.refetch()} />;
  const first = session.data.nurseries[0];
  if (first) return <Navigate to={`/n/${first.id}/round`} replace />;
  if (session.data.name !== null) return <Navigate to="/account" replace />;
  return <Entrance />;
}

const Nowhere = () => (
  <Waiting error={new Error('There is nothing at this address.')} retry={() => window.location.assign('/')} />
);

/** What a view needs of script is fetched when it is opened; what goes wrong in it is said in its place. */
function Here() {
  return (
    <Caught>
      <Suspense fallback={<Waiting error={null} />}>
        <Outlet />
      </Suspense>
    </Caught>
  );
}

/** The other views are fetched once the first one stands: at the bench there may be no network when they are wanted. */
function useAll() {
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const view of Object.values(load)) void view().catch(() => undefined);
    }, 4000);
    return () => clearTimeout(timer);
  }, []);
}

export function Views() {
  useAll();
  return (
    <BrowserRouter>
      <Routes>
        <Route element={<Here />}>
          <Route path="/" element={<Door />} />
          <Route path="/invitation" element={<views.Invitation />} />
          <Route path="/account" element={<views.Account />} />
          <Route path="/n/:nursery" element={<Shell />}>
            <Route element={<Here />}>
              <Route index element={<Navigate to="round" replace />} />
              <Route path="round" element={<views.Round />} />
              <Route path="plan" element={<views.Plan />} />
              <Route path="start" element={<views.Start />} />
              <Route path="plan/several" element={<views.Several />} />
              <Route path="batches" element={<views.Batches />} />
              <Route path="batches/:batch" element={<views.Batch />} />
              <Route path="batches/go" element={<views.GoAll />} />
              <Route path="batches/:batch/go" element={<views.Go />} />
              <Route path="batches/:batch/moving" element={<views.Moving />} />
              <Route path="batches/:batch/signs" element={<views.Signs />} />
              <Route path="batches/:batch/trays" element={<views.Trays />} />
              <Route path="sowing" element={<views.Sowing />} />
              <Route path="beds" element={<views.Beds />} />
              <Route path="sale" element={<views.Sale />} />
              <Route path="site" element={<views.Site />} />
              <Route path="seeds" element={<views.Seeds />} />
              <Route path="sums/:sum?" element={<views.Sums />} />
              <Route path="house" element={<views.House />} />
              <Route path="*" element={<Nowhere />} />
            </Route>
          </Route>
          <Route path="*" element={<Nowhere />} />
        </Route>
      </Routes>
    </BrowserRouter>
  );
}
