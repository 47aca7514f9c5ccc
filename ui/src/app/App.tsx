import { useEffect, useMemo } from 'react'
import { createBrowserRouter, RouterProvider } from 'react-router'
import type { SessionAnswer } from '../api/types'
import { Home } from '../features/home/Home'
import { SessionGate } from '../features/session/SessionGate'
import { PersonName } from '../shared/person'
import { Empty } from '../shared/States'
import { ErrorPage } from './ErrorPage'
import * as pages from './pages'
import { Shell } from './Shell'

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
  { path: 'before', element: <pages.BeforePage /> },
  { path: 'walk', element: <pages.WalkPage /> },
  { path: 'check', element: <pages.CheckPage /> },
  { path: 'plan', element: <pages.VisitPlanPage /> },
  { path: 'tray', element: <pages.TrayPage /> },
  { path: 'findings/:findingId', element: <pages.FindingPage /> },
  {
    path: 'life',
    element: <pages.LifeLayout />,
    children: [
      { index: true, element: <pages.LifePage /> },
      { path: 'lasts', element: <pages.LastingPanel /> },
      { path: 'look', element: <pages.NextLookPage /> },
      { path: 'series', element: <pages.SeriesPanel /> },
      { path: 'owner', element: <pages.OwnerPage /> },
    ],
  },
  { path: 'work', element: <pages.WorkPage /> },
  { path: 'report', element: <pages.ReportPage /> },
  { path: 'show', element: <pages.DrivewayPage /> },
]

const screens = (session: SessionAnswer) => [
  { path: '/', element: <Home inspector={session.person?.name ?? ''} /> },
  { path: '/book', element: <pages.BookPage /> },
  { path: '/book/:kind/:id', element: <pages.BookPage /> },
  { path: '/letterhead', element: <pages.LetterheadPage /> },
  { path: '/prices', element: <pages.PricesPage /> },
  { path: '/properties/new', element: <pages.NewProperty /> },
  { path: '/properties/:propertyId', element: <pages.PropertyPage inspector={session.person?.name ?? ''} /> },
  { path: '/properties/:propertyId/roofs/:roofId/plan', element: <pages.PropertyPlanPage /> },
  {
    path: '/visits/:visitId',
    element: <pages.VisitLayout />,
    children: [...visitScreens(), { path: 'roofs/:roofId', children: visitScreens() }],
  },
  {
    path: '*',
    element: <Empty title="Page not found">Go back to the list of roofs with the mark in the corner.</Empty>,
  },
]

/** A crew comes by its link and never signs in. */
const crewRouter = () =>
  createBrowserRouter([{ path: '/crew/:secret', element: <pages.CrewPage />, errorElement: <ErrorPage /> }])

export function App() {
  if (window.location.pathname.startsWith('/crew/')) return <RouterProvider router={crewRouter()} />
  return (
    <SessionGate>
      {(session, onSignOut) => (
        <PersonName value={session.person?.name ?? ''}>
          <Routes session={session} onSignOut={onSignOut} />
        </PersonName>
      )}
    </SessionGate>
  )
}

/** The screen that was asked for, its facts and the core come first. */
const fetchScreensAfterMs = 4_000

function Routes({ session, onSignOut }: { session: SessionAnswer; onSignOut: () => void }) {
  const router = useMemo(() => createBrowserRouter(routes(session, onSignOut)), [session, onSignOut])
  useEffect(() => {
    const timer = setTimeout(() => void pages.fetchScreens().catch(() => undefined), fetchScreensAfterMs)
    return () => clearTimeout(timer)
  }, [])
  return <RouterProvider router={router} />
}
