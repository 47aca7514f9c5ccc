import { type ComponentType, lazy, Suspense } from 'react'
import { Loading } from '../shared/States'

/**
 * The screens, each in a script of its own: who opens a finding by its address does not wait for plan and life. Once the first screen stands the others are fetched
 * quietly, so that going on waits for none.
 */
const fetched: (() => Promise<unknown>)[] = []

function screen<Name extends string, Props extends object>(
  load: () => Promise<Record<Name, ComponentType<Props>>>,
  name: Name,
): ComponentType<Props> {
  fetched.push(load)
  const Screen = lazy(async () => ({ default: (await load())[name] as ComponentType<object> }))
  return (props) => (
    <Suspense fallback={<Loading what="this screen" />}>
      <Screen {...props} />
    </Suspense>
  )
}

/** All of them, one after the other. */
export async function fetchScreens() {
  for (const load of fetched) await load()
}

export const BeforePage = screen(() => import('../features/before/BeforePage'), 'BeforePage')
export const BookPage = screen(() => import('../features/book/BookPage'), 'BookPage')
export const CrewPage = screen(() => import('../features/crew/CrewPage'), 'CrewPage')
export const DrivewayPage = screen(() => import('../features/driveway/DrivewayPage'), 'DrivewayPage')
export const FindingPage = screen(() => import('../features/finding/FindingPage'), 'FindingPage')
export const LastingPanel = screen(() => import('../features/life/LastingPanel'), 'LastingPanel')
export const LifeLayout = screen(() => import('../features/life/LifeLayout'), 'LifeLayout')
export const LifePage = screen(() => import('../features/life/LifePage'), 'LifePage')
export const NextLookPage = screen(() => import('../features/life/NextLookPage'), 'NextLookPage')
export const OwnerPage = screen(() => import('../features/life/OwnerPage'), 'OwnerPage')
export const SeriesPanel = screen(() => import('../features/life/SeriesPanel'), 'SeriesPanel')
export const CheckPage = screen(() => import('../features/newwork/CheckPage'), 'CheckPage')
export const NewProperty = screen(() => import('../features/property/NewProperty'), 'NewProperty')
export const PropertyPage = screen(() => import('../features/property/PropertyPage'), 'PropertyPage')
export const TrayPage = screen(() => import('../features/tray/TrayPage'), 'TrayPage')
export const VisitLayout = screen(() => import('../features/visit/VisitLayout'), 'VisitLayout')
export const WalkPage = screen(() => import('../features/walk/WalkPage'), 'WalkPage')
export const WorkPage = screen(() => import('../features/work/WorkPage'), 'WorkPage')
export const PropertyPlanPage = screen(() => import('../features/plan/PlanPage'), 'PropertyPlanPage')
export const VisitPlanPage = screen(() => import('../features/plan/PlanPage'), 'VisitPlanPage')
export const LetterheadPage = screen(() => import('../features/letterhead/LetterheadPage'), 'LetterheadPage')
export const PricesPage = screen(() => import('../features/prices/PricesPage'), 'PricesPage')
export const ReportPage = screen(() => import('../features/report/ReportPage'), 'ReportPage')
