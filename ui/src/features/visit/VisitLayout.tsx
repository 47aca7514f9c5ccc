import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
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

/** A visit: with changes on this device its judgement comes from the browser core, without any from the server. */
export function VisitLayout() {
  const { visitId = '' } = useParams()
  const { pathname } = useLocation()
  const row = useCurrentInSight(pathname)
  const visit = useVisit(visitId)
  const book = useBook()
  const behind = useBehind(visit.data !== undefined && !visit.fresh)
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
  const dossier = visit.data
  if (!dossier) return <Loading what="the visit" />
  const { assessment } = dossier
  const { records } = dossier.facts
  if (!records) return <Loading what="the assessment" />
  const context: VisitContext = { visit: dossier, records, assessment, book: book.data }
  const checksWork = assessment.progress.walk === 'new-work' || assessment.newWork !== null
  const shown = tabs.filter(([path]) => path !== 'check' || checksWork)
  const { writeUps } = assessment.progress
  return (
    <Box>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" size="xl">
          <Link to={`/properties/${dossier.property.id}`}>{dossier.property.name}</Link>
        </Heading>
        <Text color="faint">
          {assessment.progress.walkName}, {dayText(dossier.visit.on)}
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
      <Clashes visit={dossier} />
      <SetAside facts={dossier.setAside} />
      {/* The same thing said of several facts is said once. */}
      {[...new Set(assessment.problems.map(({ text }) => text))].map((text) => (
        <Text key={text} color="fg.error" mb="2">
          {text}
        </Text>
      ))}
      <Outlet context={context} />
    </Box>
  )
}
