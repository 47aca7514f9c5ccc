import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import type { VisitDossier } from '../../api/types'
import { viewOf } from '../../offline/applyChanges'
import { useBook, useVisit } from '../../shared/queries'
import { SetAside } from '../../shared/SetAside'
import { Loading, Trouble } from '../../shared/States'
import { useShortcuts } from '../../shared/shortcuts'
import { useBehind } from '../../shared/useBehind'
import { useCurrentInSight } from '../../shared/useCurrentInSight'
import { type VisitContext, VisitScope } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { Clashes } from './Clashes'
import { useLiveVisit } from './liveVisit'

const tabs = [
  ['before', 'Before', 'b'],
  ['walk', 'Walk', 'w'],
  ['plan', 'Plan', 'p'],
  ['check', 'Check', 'c'],
  ['tray', 'Inbox', 't'],
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
  const shownRoof = visit.data && roofIn(pathname, visit.data)
  const base = visit.data?.roofs[0] ? viewOf(visit.data, shownRoof).base : `/visits/${visitId}`
  useShortcuts(
    Object.fromEntries(tabs.map(([path, name, key]) => [key, { words: name, act: () => navigate(`${base}/${path}`) }])),
  )
  if (visit.isError) return <Trouble error={visit.error} onRetry={() => visit.refetch()} />
  if (book.isError) return <Trouble error={book.error} onRetry={() => book.refetch()} />
  if (visit.isPending || book.isPending) return <Loading what="the visit" />
  const dossier = visit.data
  if (!dossier?.roofs[0]) return <Loading what="the visit" />
  const view = viewOf(dossier, shownRoof)
  const { assessment } = view
  const { records } = view.facts
  if (!records) return <Loading what="the assessment" />
  const context: VisitContext = { visit: view, records, assessment, book: book.data, dossier }
  const checksWork = assessment.progress.walk === 'new-work' || assessment.newWork !== null
  const shown = tabs.filter(([path]) => path !== 'check' || checksWork)
  const { writeUps } = assessment.progress
  const asked = (dossier.questions ?? []).filter(({ answer }) => !answer).length
  // On a phone a finding has the screen to itself.
  const atFinding = pathname.includes('/findings/')
  return (
    <Box className={atFinding ? 'k-atfinding' : undefined}>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" size="xl" className="k-visitname">
          <Link to={`/properties/${dossier.property.id}`}>{dossier.property.name}</Link>
        </Heading>
        <Text color="faint" className="k-visitwhen">
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
            to={`${base}/${path}`}
            className="k-tab"
            // A finding belongs to the walk.
            data-within={(path === 'walk' && atFinding) || undefined}
          >
            {name}
            {path === 'report' && asked > 0 && (
              <span className="k-count">
                {asked}
                <span className="k-hidden"> to answer</span>
              </span>
            )}
            {path === 'tray' && writeUps > 0 && (
              <span className="k-count">
                {writeUps}
                <span className="k-hidden"> to write up</span>
              </span>
            )}
          </NavLink>
        ))}
      </Flex>
      <RoofSwitch dossier={dossier} shown={view.roof.id} />
      <Clashes visit={view} />
      <SetAside facts={dossier.setAside} />
      {/* The same thing said of several facts is said once. */}
      {[...new Set(assessment.problems.map(({ text }) => text))].map((text) => (
        <Text key={text} color="fg.error" mb="2">
          {text}
        </Text>
      ))}
      <VisitScope value={context}>
        {/* Each roof has screens of its own: nothing half entered on one goes on to the other. */}
        <Outlet key={view.roof.id} />
      </VisitScope>
    </Box>
  )
}

/** The roof that an address is about: the one it names, else that of the finding it names. */
function roofIn(pathname: string, { roofs }: VisitDossier): string | undefined {
  const named = /\/roofs\/([^/]+)/.exec(pathname)?.[1]
  const finding = /\/findings\/([^/]+)/.exec(pathname)?.[1]
  return named ?? roofs.find(({ facts }) => facts.findings.some(({ id }) => id === finding))?.roof.id
}

/** Screens that show all roofs of the visit. */
const ofAllRoofs = ['work', 'report']

/** The roofs of the visit, in the order they are walked; each opens the screen one is on. */
function RoofSwitch({ dossier, shown }: { dossier: VisitDossier; shown: string }) {
  const { pathname } = useLocation()
  if (dossier.roofs.length < 2) return null
  const screen = pathname.replace(/^\/visits\/[^/]+(\/roofs\/[^/]+)?\//, '').replace(/^findings\/.*/, 'walk')
  if (ofAllRoofs.includes(screen)) return null
  return (
    <Flex as="nav" aria-label="Roofs of the visit" gap="2" mb="3" wrap="wrap">
      {dossier.roofs.map(({ roof, name, assessment }) => {
        const left = assessment.coverage.left.length
        return (
          <Link
            key={roof.id}
            to={`${viewOf(dossier, roof.id).base}/${screen}`}
            className="k-roof"
            aria-current={roof.id === shown ? 'true' : undefined}
          >
            {name}
            <span className="k-roof-left">{left === 0 ? 'all inspected' : `${left} to see`}</span>
          </Link>
        )
      })}
    </Flex>
  )
}
