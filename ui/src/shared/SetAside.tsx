import { Box, Text } from '@chakra-ui/react'
import type { SetAsideFact } from '../api/types'
import { factKinds } from './words'

/** Records on file that cannot be used: kept, said, and left out of every judgement. */
export function SetAside({ facts }: { facts: SetAsideFact[] }) {
  if (facts.length === 0) return null
  return (
    <Box className="k-caution" role="status" mb="3">
      <strong>
        {facts.length} {facts.length === 1 ? 'record was' : 'records were'} not used:
      </strong>{' '}
      they were saved by an earlier version and cannot be read safely. Nothing was deleted. Enter them again to include
      them.
      {facts.map((fact) => (
        <Text key={fact.factId} fontSize="sm">
          {factKinds[fact.kind]}: {fact.text}
        </Text>
      ))}
    </Box>
  )
}
