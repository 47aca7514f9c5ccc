import { Box, Text } from '@chakra-ui/react'
import type { Verdict } from '../../api/types'

const classes = {
  published: 'published',
  commonPractice: 'common practice',
  makersInstruction: 'maker’s instruction',
  memory: 'from memory',
} as const

/** The verdict beside its limit and the limit's source, at once. */
export function VerdictPanel({ verdict }: { verdict: Verdict | undefined }) {
  if (!verdict) return <Box className="k-verdict">Judging …</Box>
  return (
    <Box className="k-verdict" data-outcome={verdict.outcome} role="status" aria-label="Verdict">
      <Text fontWeight="bold" fontSize="lg">
        {verdict.headline}
        {verdict.limitText && (
          <Text as="span" fontWeight="normal">
            {' '}
            – the limit is {verdict.limitText}
          </Text>
        )}
      </Text>
      <Text>{verdict.why}</Text>
      {verdict.toSettle && <Text>{verdict.toSettle}</Text>}
      {verdict.source && (
        <Text fontSize="sm" color="faint">
          {verdict.source} ({classes[verdict.sourceClass ?? 'memory']})
        </Text>
      )}
    </Box>
  )
}
