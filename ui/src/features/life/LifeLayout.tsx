import { Flex } from '@chakra-ui/react'
import { NavLink, Outlet, useLocation } from 'react-router'
import { Empty } from '../../shared/States'
import { useCurrentInSight } from '../../shared/useCurrentInSight'
import { useVisitContext } from '../../shared/visitContext'

const parts = [
  ['', 'Slope by slope'],
  ['lasts', 'Will it last?'],
  ['look', 'Re-inspect'],
  ['series', 'Measurement series'],
  ['owner', 'Owner summary'],
] as const

/** Everything about how long the roof has. */
export function LifeLayout() {
  const context = useVisitContext()
  const { visit, assessment } = context
  const row = useCurrentInSight(useLocation().pathname)
  if (assessment.slopes.length === 0)
    return <Empty title="No slopes yet">Letter the slopes of this roof on its property’s page.</Empty>
  return (
    <>
      <Flex as="nav" ref={row} aria-label="Life" className="k-subtabs" mb="3">
        {parts.map(([path, name]) => (
          <NavLink key={path} to={`${visit.base}/life${path && `/${path}`}`} end className="k-subtab">
            {name}
          </NavLink>
        ))}
      </Flex>
      <Outlet context={context} />
    </>
  )
}
