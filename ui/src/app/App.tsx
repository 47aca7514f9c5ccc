import { lazy, Suspense, useMemo } from 'react'
import { createBrowserRouter, RouterProvider } from 'react-router'
import type { SessionAnswer } from '../api/types'
import { BeforePage } from '../features/before/BeforePage'
import { BookPage } from '../features/book/BookPage'
import { CrewPage } from '../features/crew/CrewPage'
import { FindingPage } from '../features/finding/FindingPage'
import { Home } from '../features/home/Home'
import { LastingPanel } from '../features/life/LastingPanel'
import { LifeLayout } from '../features/life/LifeLayout'
import { LifePage } from '../features/life/LifePage'
import { NextLookPage } from '../features/life/NextLookPage'
import { OwnerPage } from '../features/life/OwnerPage'
import { SeriesPanel } from '../features/life/SeriesPanel'
import { CheckPage } from '../features/newwork/CheckPage'
import { PropertyPlanPage, VisitPlanPage } from '../features/plan/PlanPage'
import { NewProperty } from '../features/property/NewProperty'
import { PropertyPage } from '../features/property/PropertyPage'
import { SessionGate } from '../features/session/SessionGate'
import { TrayPage } from '../features/tray/TrayPage'
import { VisitLayout } from '../features/visit/VisitLayout'
import { WalkPage } from '../features/walk/WalkPage'
import { WorkPage } from '../features/work/WorkPage'
import { Empty, Loading } from '../shared/States'
import { ErrorPage } from './ErrorPage'
import { Shell } from './Shell'

const ReportPage = lazy(() => import('../features/report/ReportPage'))

const routes = (session: SessionAnswer, onSignOut: () => void) => [
  {
    element: <Shell session={session} onSignOut={onSignOut} />,
    errorElement: <ErrorPage />,
    children: [
      {
        errorElement: <ErrorPage />,
        children: screens(session),
      },
    ],
  },
]

/** The screens of a visit, of the roof in their address. */
const visitScreens = () => [
  { path: 'before', element: <BeforePage /> },
  { path: 'walk', element: <WalkPage /> },
  { path: 'check', element: <CheckPage /> },
  { path: 'plan', element: <VisitPlanPage /> },
  { path: 'tray', element: <TrayPage /> },
  { path: 'findings/:findingId', element: <FindingPage /> },
  {
    path: 'life',
    element: <LifeLayout />,
    children: [
      { index: true, element: <LifePage /> },
      { path: 'lasts', element: <LastingPanel /> },
      { path: 'look', element: <NextLookPage /> },
      { path: 'series', element: <SeriesPanel /> },
      { path: 'owner', element: <OwnerPage /> },
    ],
  },
  { path: 'work', element: <WorkPage /> },
  {
    path: 'report',
    element: (
      <Suspense fallback={<Loading what="the report" />}>
        <ReportPage />
      </Suspense>
    ),
  },
]

const screens = (session: SessionAnswer) => [
  { path: '/', element: <Home inspector={session.person?.name ?? ''} /> },
  { path: '/book', element: <BookPage /> },
  { path: '/book/:kind/:id', element: <BookPage /> },
  { path: '/properties/new', element: <NewProperty /> },
  { path: '/properties/:propertyId', element: <PropertyPage inspector={session.person?.name ?? ''} /> },
  { path: '/properties/:propertyId/roofs/:roofId/plan', element: <PropertyPlanPage /> },
  {
    path: '/visits/:visitId',
    element: <VisitLayout />,
    children: [...visitScreens(), { path: 'roofs/:roofId', children: visitScreens() }],
  },
  {
    path: '*',
    element: <Empty title="There is nothing at this address">Go back to the roofs by the mark in the corner.</Empty>,
  },
]

/** A crew comes by its link and never signs in. */
const crewRouter = () =>
  createBrowserRouter([{ path: '/crew/:secret', element: <CrewPage />, errorElement: <ErrorPage /> }])

export function App() {
  if (window.location.pathname.startsWith('/crew/')) return <RouterProvider router={crewRouter()} />
  return <SessionGate>{(session, onSignOut) => <Routes session={session} onSignOut={onSignOut} />}</SessionGate>
}

function Routes({ session, onSignOut }: { session: SessionAnswer; onSignOut: () => void }) {
  const router = useMemo(() => createBrowserRouter(routes(session, onSignOut)), [session, onSignOut])
  return <RouterProvider router={router} />
}
