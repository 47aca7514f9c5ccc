import { lazy, Suspense, useMemo } from 'react'
import { createBrowserRouter, RouterProvider } from 'react-router'
import type { SessionAnswer } from '../api/types'
import { FindingPage } from '../features/finding/FindingPage'
import { Home } from '../features/home/Home'
import { LifePage } from '../features/life/LifePage'
import { NewProperty } from '../features/property/NewProperty'
import { PropertyPage } from '../features/property/PropertyPage'
import { SessionGate } from '../features/session/SessionGate'
import { VisitLayout } from '../features/visit/VisitLayout'
import { WalkPage } from '../features/walk/WalkPage'
import { WorkPage } from '../features/work/WorkPage'
import { Empty, Loading } from '../shared/States'
import { Shell } from './Shell'

const ReportPage = lazy(() => import('../features/report/ReportPage'))

const routes = (session: SessionAnswer, onSignOut: () => void) => [
  {
    element: (
      <Shell
        person={session.person as NonNullable<SessionAnswer['person']>}
        demoMode={session.demoMode}
        onSignOut={onSignOut}
      />
    ),
    children: [
      { path: '/', element: <Home /> },
      { path: '/properties/new', element: <NewProperty /> },
      { path: '/properties/:propertyId', element: <PropertyPage inspector={session.person?.name ?? ''} /> },
      {
        path: '/visits/:visitId',
        element: <VisitLayout />,
        children: [
          { path: 'walk', element: <WalkPage /> },
          { path: 'findings/:findingId', element: <FindingPage /> },
          { path: 'life', element: <LifePage /> },
          { path: 'work', element: <WorkPage /> },
          {
            path: 'report',
            element: (
              <Suspense fallback={<Loading what="the report" />}>
                <ReportPage />
              </Suspense>
            ),
          },
        ],
      },
      {
        path: '*',
        element: (
          <Empty title="There is nothing at this address">Go back to the roofs by the mark in the corner.</Empty>
        ),
      },
    ],
  },
]

export function App() {
  return <SessionGate>{(session, onSignOut) => <Routes session={session} onSignOut={onSignOut} />}</SessionGate>
}

function Routes({ session, onSignOut }: { session: SessionAnswer; onSignOut: () => void }) {
  const router = useMemo(() => createBrowserRouter(routes(session, onSignOut)), [session, onSignOut])
  return <RouterProvider router={router} />
}
