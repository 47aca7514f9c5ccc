import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import type { AssessInput } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { useBook, useVisit } from '../../shared/queries'
import { SetAside } from '../../shared/SetAside'
import { Loading, Trouble } from '../../shared/States'
import { useShortcuts } from '../../shared/shortcuts'
import { useBehind } from '../../shared/useBehind'
import { useCurrentInSight } from '../../shared/useCurrentInSight'
import type { VisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { Clashes } from './Clashes'
import { useLiveVisit } from './liveVisit'

const tabs = [
  ['before', 'Before', 'b'],
  ['walk', 'Walk', 'w'],
  ['plan', 'Plan', 'p'],
  ['check', 'Check', 'c'],
  ['tray', 'Tray', 't'],
  ['life', 'Life', 'i'],
  ['work', 'Work', 'o'],
  ['report', 'Report', 'r'],
] as const

/** A visit: its judgement comes from the browser core, live; until that has started, from the server. */
export function VisitLayout() {
  const { visitId = '' } = useParams()
  const { pathname } = useLocation()
  const row = useCurrentInSight(pathname)
  const visit = useVisit(visitId)
  const book = useBook()
  const live = useCoreAnswer('assess', visit.data?.facts as AssessInput | undefined)
  const behind = useBehind(live.answer !== undefined && !live.fresh)
  const arrived = useLiveVisit(visitId)
  const navigate = useNavigate()
  useShortcuts(
    Object.fromEntries(
      tabs.map(([path, name, key]) => [key, { words: name, act: () => navigate(`/visits/${visitId}/${path}`) }]),
    ),
  )
  if (visit.isError) return <Trouble error={visit.error} onRetry={() => visit.refetch()} />
  if (book.isError) return <Trouble error={book.error} onRetry={() => book.refetch()} />
  if (visit.isPending || book.isPending) return <Loading what="the visit" />
  const assessment = live.answer ?? visit.data.assessment
  const { records } = visit.data.facts
  if (!assessment && live.error) return <Trouble error={live.error} onRetry={live.retry} />
  if (!assessment || !records) return <Loading what="the assessment" />
  const context: VisitContext = { visit: visit.data, records, assessment, book: book.data }
  const checksWork = assessment.progress.walk === 'new-work' || assessment.newWork !== null
  const shown = tabs.filter(([path]) => path !== 'check' || checksWork)
  const { writeUps } = assessment.progress
  return (
    <Box>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" size="xl">
          <Link to={`/properties/${visit.data.property.id}`}>{visit.data.property.name}</Link>
        </Heading>
        <Text color="faint">
          {assessment.progress.walkName}, {dayText(visit.data.visit.on)}
        </Text>
        {behind && (
          <Text role="status" className="k-arrived">
            Calculating… What is shown is from before your last change.
          </Text>
        )}
        {arrived && (
          <Text role="status" className="k-arrived">
            {arrived}
          </Text>
        )}
      </Flex>
      <Flex as="nav" ref={row} aria-label="Visit" className="k-tabs" mb="3">
        {shown.map(([path, name]) => (
          <NavLink
            key={path}
            to={`/visits/${visitId}/${path}`}
            className="k-tab"
            // A finding belongs to the walk.
            data-within={(path === 'walk' && pathname.includes('/findings/')) || undefined}
          >
            {name}
            {path === 'tray' && writeUps > 0 && (
              <span className="k-count">
                {writeUps}
                <span className="k-hidden"> to write up</span>
              </span>
            )}
          </NavLink>
        ))}
      </Flex>
      <Clashes visit={visit.data} />
      <SetAside facts={visit.data.setAside} />
      {assessment.problems.map((problem) => (
        <Text key={problem.factId} color="fg.error">
          {problem.text}
        </Text>
      ))}
      <Outlet context={context} />
    </Box>
  )
}
