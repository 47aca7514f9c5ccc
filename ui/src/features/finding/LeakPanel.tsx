import { Box, Heading, Stack, Text } from '@chakra-ui/react'
import { useVisitContext } from '../../shared/visitContext'

const percent = (chance: number) => (chance < 0.05 ? 'under 5%' : `about ${Math.round(chance * 100)}%`)

/** A stain's water traced: the likely ways in with their reasons, and the next test. Only for a finding that is saved as one. */
export function LeakPanel({ findingId }: { findingId: string }) {
  const { assessment } = useVisitContext()
  const leak = assessment.leaks?.find((one) => one.findingId === findingId)?.answer
  if (!leak) return null
  const next = leak.tests[0]
  return (
    <Stack as="section" className="k-sheet" gap="2" aria-labelledby="leak">
      <Heading as="h2" size="md" id="leak">
        Where it gets in
      </Heading>
      <Text fontWeight="bold">{leak.words}</Text>
      {leak.clashes.map((clash) => (
        <Text key={clash} className="k-caution">
          {clash}
        </Text>
      ))}
      <Box as="ol" listStyleType="none">
        {leak.candidates.slice(0, shown).map((candidate) => (
          <Box
            as="li"
            key={`${candidate.kind}${candidate.findingId}${candidate.detailId}`}
            borderBottomWidth="1px"
            py="1"
          >
            <Text>
              <strong>{candidate.name}</strong>, {percent(candidate.chance)}
              {candidate.notTheCovering && ' · not the covering'}
            </Text>
            {candidate.for && <Text fontSize="sm">For: {candidate.for}</Text>}
            {candidate.against && (
              <Text fontSize="sm" color="faint">
                Against: {candidate.against}
              </Text>
            )}
          </Box>
        ))}
      </Box>
      {next && (
        <Box>
          <Text>
            <strong>Next: {next.name}</strong>, {next.minutes} min
          </Text>
          <Text fontSize="sm">{next.how}</Text>
          {next.caution && (
            <Text fontSize="sm" className="k-caution" mt="1">
              {next.caution}
            </Text>
          )}
        </Box>
      )}
      <Text fontSize="sm" color="faint">
        From the owner’s answers, the findings and what is on the plan. The chances are planning figures.
      </Text>
    </Stack>
  )
}

const shown = 5
