import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { LifeProfileFact, School } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Empty, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { LastingPanel } from './LastingPanel'
import { SeriesPanel } from './SeriesPanel'
import { SlopeLife } from './SlopeLife'
import { schools } from './words'

/** How long each slope has, why, and whether that is long enough. */
export function LifePage() {
  const { visit, assessment } = useVisitContext()
  if (assessment.slopes.length === 0)
    return <Empty title="No slopes yet">Letter the slopes of this roof on its property’s page.</Empty>
  return (
    <Stack gap="3">
      <Flex gap="3" align="center" wrap="wrap">
        <Text flex="1" minW="14rem" fontSize="sm" color="faint">
          One tab is one year: pale ones are behind, whole ones are as good as sure, hatched ones may come; the notch
          marks the likely end. One roof in ten ends before the low figure, one in ten outlasts the high one.
        </Text>
        <Button asChild colorPalette="verdigris" size="lg">
          <Link to={`/visits/${visit.visit.id}/life/owner`}>Show the owner</Link>
        </Button>
      </Flex>
      {assessment.slopes.map((slope) => (
        <SlopeLife key={slope.slopeId} slope={slope} />
      ))}
      <LastingPanel />
      <NextLookPart />
      <SeriesPanel />
      <FirmsWay />
    </Stack>
  )
}

function NextLookPart() {
  const { assessment } = useVisitContext()
  const look = assessment.nextLook
  if (!look || assessment.slopes.some(({ figuresCovered }) => figuresCovered)) return null
  return (
    <Box className="k-sheet" as="section" aria-label="Next look">
      <Heading as="h2" size="md">
        Look again by {dayText(look.on)}
      </Heading>
      <Text>{look.why.join(' · ')}</Text>
      <ul className="k-list">
        {look.lookAt.map((at) => (
          <li key={at}>{at}</li>
        ))}
      </ul>
    </Box>
  )
}

/** The firm's own way of stating life; where it has no answer, the next that has one is stated. */
function FirmsWay() {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const choose = (school: School) => {
    const fact: LifeProfileFact = { id: visit.lifeProfile?.id ?? newId(), school }
    record.mutate([{ kind: 'lifeProfile', fact }])
  }
  return (
    <Box className="k-sheet">
      <Choice
        label="The firm states life, on every roof"
        value={visit.lifeProfile?.school ?? 'combined'}
        options={schools}
        onChange={choose}
      />
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}
