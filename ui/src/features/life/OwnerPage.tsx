import { Box, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Courses } from '../../shared/marks/Courses'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { useVisitContext } from '../../shared/visitContext'
import { dayText, facings } from '../../shared/words'
import { AssemblyDrawing } from './AssemblyDrawing'

/** Owner summary, for somebody who owns it: pictures, what ends first, what shortens it, and what comes if nothing is done. */
export function OwnerPage() {
  const { assessment } = useVisitContext()
  return (
    <Stack gap="3">
      <Heading as="h2" size="xl">
        Your roof at a glance
      </Heading>
      {assessment.decision && (
        <Text fontSize="xl" fontWeight="bold">
          {assessment.decision}
        </Text>
      )}
      {assessment.slopes.map((slope) => (
        <Box key={slope.slopeId} as="section" className="k-sheet" aria-label={`Slope ${slope.letter}, owner summary`}>
          <Flex gap="3" align="center">
            <PlanLetter letter={slope.letter} facing={slope.facing} />
            <Box flex="1" minW="0">
              <Heading as="h3" size="lg">
                {slope.figuresCovered
                  ? 'Inspection in progress'
                  : (slope.forOwner?.headline ?? 'Covering not recorded')}
              </Heading>
              <Text color="faint">
                {slope.coveringText}, faces {facings[slope.facing].toLowerCase()}
              </Text>
            </Box>
          </Flex>
          {!slope.figuresCovered && slope.forOwner && (
            <Flex gap="6" mt="2" direction={{ base: 'column', lg: 'row' }}>
              <Box flex="3" minW="0">
                {slope.fitness?.state !== 'unfit' && slope.life && (
                  <Box className="k-bigcourses">
                    <Courses life={slope.life} />
                  </Box>
                )}
                <Text mt="2" fontSize="lg">
                  {slope.forOwner.governs}
                </Text>
                {slope.forOwner.shortens.length > 0 && (
                  <Text mt="1">
                    <strong>What shortens it:</strong> {slope.forOwner.shortens.join('; ')}.
                  </Text>
                )}
                <Text mt="1">
                  <strong>If nothing is done:</strong> {slope.forOwner.ifNothing}
                </Text>
              </Box>
              <Box flex="2" minW="0">
                {slope.fitness?.state !== 'unfit' && <AssemblyDrawing slope={slope} readOnly />}
              </Box>
            </Flex>
          )}
        </Box>
      ))}
      {assessment.nextLook && <Text>Have it looked at again by {dayText(assessment.nextLook.on)}.</Text>}
    </Stack>
  )
}
