import { Box, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { LifeFacts, SlopeAssessment } from '../../api/types'
import { useCore } from '../../core/useCore'
import type { VisitView } from '../../offline/applyChanges'
import { coveringOn } from '../../shared/covering'
import { Courses } from '../../shared/marks/Courses'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { Empty } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { percentText } from '../../shared/words'

const schools = { combined: 'Age and look combined', whatIsSeen: 'By what is seen', ageTable: 'By age table' } as const
const horizon = { leastYears: 1, mostYears: 40, startYears: 10 } as const

/** How long each slope has: drawn, said, by three schools, and whether it lasts as long as something must. */
export function LifePage() {
  const { visit, assessment } = useVisitContext()
  const [years, setYears] = useState<number>(horizon.startYears)
  if (assessment.slopes.length === 0)
    return <Empty title="No slopes yet">Letter the slopes of this roof on its property’s page.</Empty>
  return (
    <Stack gap="3">
      <Box className="k-sheet">
        <label htmlFor="horizon" className="k-label">
          Will it last {years} {years === 1 ? 'year' : 'years'}?{' '}
          <Text as="span" fontWeight="normal">
            For solar, a sale, a lease …
          </Text>
        </label>
        <input
          id="horizon"
          type="range"
          min={horizon.leastYears}
          max={horizon.mostYears}
          value={years}
          onChange={(event) => setYears(Number(event.target.value))}
          className="k-range"
          style={{ width: '100%', maxWidth: '34rem' }}
        />
      </Box>
      {assessment.slopes.map((slope) => (
        <SlopeLife key={slope.slopeId} slope={slope} visit={visit} years={years} />
      ))}
      <Text color="faint" fontSize="sm">
        One tab is one year: pale ones are behind, whole ones are as good as sure, hatched ones may come; the notch
        marks the likely end. One roof in ten ends before the low figure, one in ten outlasts the high one.
      </Text>
    </Stack>
  )
}

function SlopeLife({ slope, visit, years }: { slope: SlopeAssessment; visit: VisitView; years: number }) {
  const { life, fitness } = slope
  return (
    <Box as="section" className="k-sheet">
      <Flex gap="3" align="center" wrap="wrap">
        <PlanLetter letter={slope.letter} facing={slope.facing} />
        <Heading as="h2" size="lg" flex="1" minW="12rem">
          {fitness?.state === 'unfit' ? (
            <span className="k-unfit">Unfit as built</span>
          ) : (
            (life?.headline ?? 'Covering not recorded')
          )}
        </Heading>
        <Text color="faint">
          {slope.coveringText}, {slope.pitchText}
        </Text>
      </Flex>
      {fitness && fitness.state !== 'fit' && (
        <Text mt="1">
          {fitness.reason} {fitness.toSettle}{' '}
          <Text as="span" color="faint" fontSize="sm">
            {fitness.source}
          </Text>
        </Text>
      )}
      {life && fitness?.state !== 'unfit' && (
        <Flex gap="6" mt="2" direction={{ base: 'column', lg: 'row' }}>
          <Box flex="3" minW="0">
            <Courses life={life} />
            <Horizon slope={slope} visit={visit} years={years} />
            <Text mt="2">{life.reasons.join(' ')}</Text>
          </Box>
          <Stack flex="2" gap="1" minW="0">
            {life.schools.map((school) => (
              <Flex key={school.school} justify="space-between" gap="3" borderBottomWidth="1px" py="1">
                <Text fontWeight={school.school === life.statedSchool ? 'bold' : 'normal'}>
                  {school.school && schools[school.school]}
                  {school.school === life.statedSchool && ', stated'}
                </Text>
                <Text textAlign="right">
                  {school.left
                    ? `${school.left.low.toFixed(0)} – ${school.left.likely.toFixed(0)} – ${school.left.high.toFixed(0)} years`
                    : school.why}
                </Text>
              </Flex>
            ))}
            <Text fontSize="sm" color="faint">
              low – likely – high
            </Text>
          </Stack>
        </Flex>
      )}
    </Box>
  )
}

function Horizon({ slope, visit, years }: { slope: SlopeAssessment; visit: VisitView; years: number }) {
  const life = useCore('life', lifeFacts(slope, visit, years))
  const chance = life?.chances.find((other) => other.years === years)?.chance
  if (chance === undefined) return null
  return (
    <Text fontSize="lg">
      Chance of lasting {years} years: <strong>{percentText(chance)}</strong>
    </Text>
  )
}

/** The same facts that the assessment judged the slope by, with the years asked. */
function lifeFacts(slope: SlopeAssessment, visit: VisitView, years: number): LifeFacts | undefined {
  const { life } = slope
  const covering = coveringOn(visit.facts.coverings, slope.slopeId, visit.facts.asOf)
  if (!life || !covering) return undefined
  return {
    kind: covering.kind,
    exposure: visit.facts.exposure,
    laidFrom: covering.laidFrom,
    laidTo: covering.laidTo,
    ageSource: covering.ageSource,
    layers: covering.layers,
    shares: visit.facts.stages.find((stage) => stage.slopeId === slope.slopeId)?.shares ?? null,
    asOf: visit.facts.asOf,
    horizonYears: years,
  }
}
