import { Box, Text } from '@chakra-ui/react'
import type { LimitAnswer, Verdict } from '../api/types'
import { Trouble } from './States'
import { sourceClasses } from './words'

type Props = {
  verdict: Verdict | undefined
  /** What is still going on: the verdict shown is then the former one. */
  waiting?: string | null
  error?: Error | null
  onRetry?: () => void
}

/** The verdict beside its limit and the limit's source, at once; the other limits on the same thing beside the one that governs. */
export function VerdictPanel({ verdict, waiting = null, error = null, onRetry }: Props) {
  if (!verdict && error) return <Trouble error={error} onRetry={onRetry} />
  if (!verdict) {
    return (
      <Box className="k-verdict" role="status" aria-label="Verdict" aria-busy="true">
        {waiting ?? 'Calculating…'}
      </Box>
    )
  }
  const limits = verdict.limits ?? []
  return (
    <Box
      className="k-verdict"
      data-outcome={verdict.outcome}
      data-waiting={waiting ? true : undefined}
      role="status"
      aria-label="Verdict"
      aria-busy={waiting !== null}
    >
      {waiting && (
        <Text fontSize="sm" className="k-waiting">
          {waiting} Below is the previous verdict.
        </Text>
      )}
      <Text fontWeight="bold" fontSize="lg">
        {verdict.headline}
        {verdict.limitText && (
          <Text as="span" fontWeight="normal">
            {' '}
            – the limit is {verdict.limitText}
          </Text>
        )}
      </Text>
      <Text className="k-why">{verdict.why}</Text>
      {verdict.toSettle && <Text className="k-why">{verdict.toSettle}</Text>}
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
