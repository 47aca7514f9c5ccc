import { Box, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { LifeProfileFact, School } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { SlopeLife } from './SlopeLife'
import { schools } from './words'

/** How long each slope has, and why. */
export function LifePage() {
  const { assessment } = useVisitContext()
  return (
    <Stack gap="3">
      {assessment.slopes.map((slope) => (
        <SlopeLife key={slope.slopeId} slope={slope} />
      ))}
      <Text fontSize="sm" color="faint">
        One tab is one year: pale tabs are past, solid tabs are nearly certain, hatched tabs are possible; the notch
        marks the most likely end. About one roof in ten ends before the low figure, and one in ten outlasts the high
        one.
      </Text>
      <FirmsWay />
    </Stack>
  )
}

/** The firm's own way of stating life; where it has no answer, the next that has one is stated. */
function FirmsWay() {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  // Two quick taps are two words on one profile, not two profiles.
  const [firstId] = useState(newId)
  const choose = (school: School) => {
    const fact: LifeProfileFact = { id: visit.lifeProfile?.id ?? firstId, school }
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
