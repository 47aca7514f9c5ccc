import { Box, Input, Text } from '@chakra-ui/react'
import type { FindingFact } from '../../api/types'
import { Choice } from '../../shared/Choice'

const reasons = {
  'Measured again': 'Measured again',
  'Inspected more closely': 'Inspected more closely',
  'Second opinion': 'Second opinion',
  'Entered incorrectly': 'Entered incorrectly',
} as const

export const defaultReason = (before: FindingFact, after: FindingFact) =>
  before.condition === after.condition && before.measure?.typed !== after.measure?.typed
    ? 'Measured again'
    : 'Inspected more closely'

type Props = { before: FindingFact; after: FindingFact; reason: string; onReason: (reason: string) => void }

/** The earlier view stays on record; here stands why it changed. */
export function ChangeReason({ before, after, reason, onReason }: Props) {
  const said = reason || defaultReason(before, after)
  return (
    <Box className="k-todos">
      <Text mb="2">The earlier view is saved with the new one.</Text>
      <Choice
        label="Why the view changed"
        value={said in reasons ? (said as keyof typeof reasons) : null}
        options={reasons}
        onChange={onReason}
      />
      <Input
        mt="2"
        aria-label="Another reason"
        placeholder="or in your words"
        value={said in reasons ? '' : said}
        onChange={(event) => onReason(event.target.value)}
      />
    </Box>
  )
}
