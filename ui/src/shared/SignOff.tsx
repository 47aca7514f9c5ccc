import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { localIso } from '../api/clock'
import type { SignOffFact, SlopeAssessment } from '../api/types'
import { Choice } from './Choice'
import { useRecord } from './facts'
import { PlanLetter } from './marks/PlanLetter'
import { placeId } from './placeId'
import { Trouble } from './States'
import { useVisitContext } from './visitContext'

/** Years as one would say them on the roof. */
const guesses = {
  none: 'No estimate',
  '0-0': 'At end of life',
  '1-2': '1–2',
  '3-5': '3–5',
  '6-8': '6–8',
  '9-12': '9–12',
  '13-20': '13–20',
  '21-40': 'Over 20',
} as const

/** Done with a slope: the inspector's own guess is asked before Kalpa's figure is shown, and both are kept. */
export function SignOff({ slope }: { slope: SlopeAssessment }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [guess, setGuess] = useState<keyof typeof guesses | null>(null)
  const sign = () => {
    const [low, high] = guess && guess !== 'none' ? guess.split('-').map(Number) : [null, null]
    const fact: SignOffFact = {
      id: placeId('signOff', visit.visit.id, slope.slopeId),
      visitId: visit.visit.id,
      slopeId: slope.slopeId,
      guessLow: low ?? null,
      guessHigh: high ?? null,
      by: visit.visit.inspector,
      at: localIso(),
    }
    record.mutate([{ kind: 'signOff', fact }])
  }
  return (
    <Box>
      <Flex gap="3" align="center" mb="2">
        <PlanLetter letter={slope.letter} facing={slope.facing} />
        <Box flex="1" minW="0">
          <Text fontWeight="bold">Slope {slope.letter}: estimate hidden until you enter yours</Text>
          <Text fontSize="sm" color="faint">
            Enter yours first; confirming shows Kalpa’s beside it.
          </Text>
        </Box>
      </Flex>
      <Choice
        label={`How many years do you estimate for slope ${slope.letter}?`}
        value={guess}
        options={guesses}
        onChange={setGuess}
      />
      <Flex gap="3" mt="3" wrap="wrap">
        <Button size="lg" colorPalette="verdigris" onClick={sign} disabled={guess === null} loading={record.isPending}>
          Confirm slope {slope.letter}
        </Button>
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}
