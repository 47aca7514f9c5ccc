import { Box, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { Empty } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { PunchList } from './PunchList'
import { SlopeCheck } from './SlopeCheck'

const countOf = (all: string[], words: string) => {
  const count = all.filter((other) => other === words).length
  return count > 1 ? `, ${count} times` : ''
}

/** Check of new work: a rate from preselected courses, a list of spot checks, and the punch list. */
export function CheckPage() {
  const { visit, assessment } = useVisitContext()
  const spotChecks = assessment.newWork?.hunted ?? []
  return (
    <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4" alignItems="start">
      <Stack gap="4">
        {visit.facts.slopes.map((slope) => (
          <SlopeCheck key={slope.id} slope={slope} />
        ))}
      </Stack>
      <Stack gap="4">
        <PunchList />
        <Box className="k-sheet">
          <Heading as="h2" size="lg">
            Spot checks
          </Heading>
          <Text color="faint">Spot checks are listed and do not count in the rate.</Text>
          {spotChecks.length === 0 ? (
            <Empty title="None yet">Findings of this visit appear here.</Empty>
          ) : (
            <ul className="k-list">
              {[...new Set(spotChecks)].map((words) => (
                <li key={words}>
                  {words}
                  {countOf(spotChecks, words)}
                </li>
              ))}
            </ul>
          )}
        </Box>
      </Stack>
    </SimpleGrid>
  )
}
