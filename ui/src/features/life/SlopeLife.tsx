import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { SlopeAssessment } from '../../api/types'
import { Courses } from '../../shared/marks/Courses'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { SignOff } from '../../shared/SignOff'
import { dayText } from '../../shared/words'
import { AssemblyDrawing } from './AssemblyDrawing'
import { Behind } from './Behind'
import { Schools } from './Schools'

/** One slope: its years and why, what it is built of, the three schools, and when to look again. */
export function SlopeLife({ slope }: { slope: SlopeAssessment }) {
  const [behind, setBehind] = useState(false)
  const { life, fitness } = slope
  const unfit = fitness?.state === 'unfit'
  const covered = slope.figuresCovered
  return (
    <Box as="section" className="k-sheet" aria-label={`Life of slope ${slope.letter}`}>
      {!covered && (
        <Flex gap="3" align="center" wrap="wrap">
          <PlanLetter letter={slope.letter} facing={slope.facing} />
          <Heading as="h2" size="lg" flex="1" minW="12rem">
            {unfit ? (
              <span className="k-unfit">Not suitable as built</span>
            ) : (
              (life?.headline ?? 'Covering not recorded')
            )}
          </Heading>
          <Text color="faint">
            {slope.coveringText}, {slope.pitchText}
          </Text>
        </Flex>
      )}
      {fitness && fitness.state !== 'fit' && (
        <Text mt="1">
          {fitness.reason} {fitness.toSettle}{' '}
          <Text as="span" color="faint" fontSize="sm">
            {fitness.source}
          </Text>
        </Text>
      )}
      {life && (
        <Flex gap="6" mt="2" direction={{ base: 'column', lg: 'row' }}>
          <Box flex="3" minW="0">
            {covered && <SignOff slope={slope} />}
            {!covered && !unfit && (
              <>
                <Courses life={life} />
                {life.clash && (
                  <Text mt="2" className="k-caution">
                    {life.clash}
                  </Text>
                )}
                <Text mt="1">{slope.forOwner?.governs}</Text>
                {life.overruled && (
                  <Text mt="1">
                    Overruled: {life.reasons.at(-1)} Computed: {life.overruled.computed.low.toFixed(0)}–
                    {life.overruled.computed.high.toFixed(0)} years, likely {life.overruled.computed.likely.toFixed(0)}.
                  </Text>
                )}
                <GuessSaid slope={slope} />
                {slope.lastForecast && <Text mt="1">{slope.lastForecast.words}</Text>}
                {slope.nextLook && (
                  <Text mt="1">
                    <strong>Re-inspect by {dayText(slope.nextLook.on)}</strong>,{' '}
                    {slope.nextLook.why[0]?.replace(/^Slope \w+: /, '')}.
                  </Text>
                )}
                <Button mt="2" variant="outline" size="md" onClick={() => setBehind(!behind)} aria-expanded={behind}>
                  Factors, and what would narrow the range
                  <span className="k-hidden"> (slope {slope.letter})</span>
                </Button>
              </>
            )}
          </Box>
          <Stack flex="2" minW="0" gap="3">
            <AssemblyDrawing slope={slope} covered={covered || unfit} />
          </Stack>
        </Flex>
      )}
      {life && !covered && !unfit && <Schools slope={slope} />}
      {behind && slope.lifeFacts && <Behind slope={slope} facts={slope.lifeFacts} />}
    </Box>
  )
}

function GuessSaid({ slope }: { slope: SlopeAssessment }) {
  const signed = slope.signedOff
  if (!signed || signed.guessLow == null || signed.guessHigh == null) return null
  return (
    <Text mt="1" color="faint">
      {signed.by} estimated {signed.guessHigh === 0 ? 'end of life' : `${signed.guessLow}–${signed.guessHigh} years`}{' '}
      before seeing this.
    </Text>
  )
}
