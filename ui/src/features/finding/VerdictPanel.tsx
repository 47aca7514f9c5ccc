import { Box, Text } from '@chakra-ui/react'
import type { LimitAnswer, Verdict } from '../../api/types'
import { sourceClasses } from '../../shared/words'

/** The verdict beside its limit and the limit's source, at once; the other limits on the same thing beside the one that governs. */
export function VerdictPanel({ verdict }: { verdict: Verdict | undefined }) {
  if (!verdict) return <Box className="k-verdict">Judging …</Box>
  const limits = verdict.limits ?? []
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
      {verdict.note && <Text>{verdict.note}</Text>}
      {limits.length > 1 ? (
        <Box as="ul" className="k-limits">
          {limits.map((limit) => (
            <LimitRow key={limit.id} limit={limit} />
          ))}
        </Box>
      ) : (
        verdict.source && (
          <Text fontSize="sm" color="faint">
            {verdict.source} ({sourceClasses[verdict.sourceClass ?? 'memory']})
          </Text>
        )
      )}
    </Box>
  )
}

function LimitRow({ limit }: { limit: LimitAnswer }) {
  return (
    <li data-governs={limit.governs || undefined} data-standing={limit.standing}>
      <strong>{limit.text}</strong> – {limit.source} ({sourceClasses[limit.sourceClass]}). {limit.note}
    </li>
  )
}
