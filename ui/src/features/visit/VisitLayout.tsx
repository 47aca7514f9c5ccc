import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link, NavLink, Outlet, useParams } from 'react-router'
import { useCore } from '../../core/useCore'
import { useBook, useVisit } from '../../shared/queries'
import { Loading, Trouble } from '../../shared/States'
import type { VisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'

const tabs = [
  ['walk', 'Walk'],
  ['life', 'Life'],
  ['work', 'Work'],
  ['report', 'Report'],
] as const

/** A visit: its judgement comes from the browser core, live; until that has started, from the server. */
export function VisitLayout() {
  const { visitId = '' } = useParams()
  const visit = useVisit(visitId)
  const book = useBook()
  const live = useCore('assess', visit.data?.facts)
  if (visit.isError) return <Trouble error={visit.error} onRetry={() => visit.refetch()} />
  if (book.isError) return <Trouble error={book.error} onRetry={() => book.refetch()} />
  if (visit.isPending || book.isPending) return <Loading what="the visit" />
  const context: VisitContext = { visit: visit.data, assessment: live ?? visit.data.assessment, book: book.data }
  const clashes = visit.data.heads.filter((head) => head.clash).length
  return (
    <Box>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" size="xl">
          <Link to={`/properties/${visit.data.property.id}`}>{visit.data.property.name}</Link>
        </Heading>
        <Text color="faint">
          {visit.data.roof.name}, visit of {dayText(visit.data.visit.on)}
        </Text>
      </Flex>
      <Flex as="nav" aria-label="Visit" borderBottomWidth="2px" mb="3" gap="1">
        {tabs.map(([path, name]) => (
          <NavLink key={path} to={`/visits/${visitId}/${path}`} className="k-tab">
            {name}
          </NavLink>
        ))}
      </Flex>
      {clashes > 0 && (
        <Text color="copper">
          {clashes} facts were changed in two places at once. Both versions are kept; the later one shows.
        </Text>
      )}
      {context.assessment.problems.map((problem) => (
        <Text key={problem.factId} color="fg.error">
          {problem.text}
        </Text>
      ))}
      <Outlet context={context} />
    </Box>
  )
}
