import { Box, Heading, Stack, Text } from '@chakra-ui/react'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'

/** When to look again, why then and at what; and how the last forecast came out. */
export function NextLookPage() {
  const { assessment } = useVisitContext()
  const look = assessment.nextLook
  const covered = assessment.slopes.filter(({ figuresCovered }) => figuresCovered).map(({ letter }) => letter)
  const checks = assessment.slopes.filter(({ lastForecast, figuresCovered }) => lastForecast && !figuresCovered)
  return (
    <Stack gap="3">
      <Box className="k-sheet" as="section" aria-label="Next inspection">
        {covered.length > 0 || !look ? (
          <Text>
            {covered.length > 0
              ? `Confirm slope ${covered.join(', ')} first: the re-inspection date follows from the estimate, which is hidden until then.`
              : 'Record the covering of the slopes to get a re-inspection date.'}
          </Text>
        ) : (
          <>
            <Heading as="h2" size="lg">
              Re-inspect by {dayText(look.on)}
            </Heading>
            <ul className="k-list">
              {look.why.map((why) => (
                <li key={why}>{why}</li>
              ))}
            </ul>
            <Text className="k-label" mt="3">
              What to inspect then
            </Text>
            <ul className="k-list">
              {look.lookAt.map((at) => (
                <li key={at}>{at}</li>
              ))}
            </ul>
          </>
        )}
      </Box>
      {checks.length > 0 && (
        <Box className="k-sheet" as="section" aria-label="Last forecast">
          <Heading as="h2" size="md">
            Previous forecast compared with today
          </Heading>
          {checks.map(({ slopeId, letter, lastForecast }) => (
            <Text key={slopeId} mt="1">
              <strong>Slope {letter}.</strong> {lastForecast?.words}
            </Text>
          ))}
        </Box>
      )}
    </Stack>
  )
}
