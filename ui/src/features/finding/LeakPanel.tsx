import { Box, Heading, Stack, Text } from '@chakra-ui/react'
import type { StainLeak } from '../../api/types'
import { useVisitContext } from '../../shared/visitContext'
import { LeakRepairState } from './LeakRepairState'
import { LeakTests } from './LeakTests'

const percent = (chance: number) => (chance < 0.05 ? 'under 5%' : `about ${Math.round(chance * 100)}%`)

/** A stain's water traced: the likely ways in with their reasons, and the next test. Only for a finding that is saved as one. */
export function LeakPanel({ leak: stain }: { leak: StainLeak | undefined }) {
  if (!stain) return null
  const leak = stain.answer
  const over = stain.repair && stain.repair.stage !== 'returned'
  return (
    <Stack as="section" className="k-sheet" gap="2" aria-labelledby="leak">
      <Heading as="h2" size="md" id="leak">
        Where it gets in
      </Heading>
      <LeakRepairState leak={stain} />
      {!over && <Text fontWeight="bold">{leak.words}</Text>}
      {leak.clashes.map((clash) => (
        <Text key={clash} className="k-caution">
          {clash}
        </Text>
      ))}
      <LeakTests leak={stain} />
      {!over && <Candidates leak={stain} />}
      <Text fontSize="sm" color="faint">
        From the owner’s answers, the findings, the tests and the plan. The chances are planning figures.
      </Text>
    </Stack>
  )
}

const shown = 5

function Candidates({ leak }: { leak: StainLeak }) {
  const { visit } = useVisitContext()
  const placeOf = (id: string | null | undefined) => visit.facts.findings.find((finding) => finding.id === id)?.place
  return (
    <Box as="ol" listStyleType="none" aria-label="Possible entry points">
      {leak.answer.candidates.slice(0, shown).map((candidate) => (
        <Box
          as="li"
          key={`${candidate.kind}${candidate.findingId}${candidate.detailId}`}
          borderBottomWidth="1px"
          py="1"
        >
          <Text>
            <strong>{candidate.name}</strong>, {percent(candidate.chance)}
            {placeOf(candidate.findingId) && ` · ${placeOf(candidate.findingId)}`}
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
  )
}
