import { Box, Text } from '@chakra-ui/react'
import type { CombinationAnswer } from '../../api/types'

/** What findings mean only together. */
export function Together({ of }: { of: CombinationAnswer[] }) {
  return (
    <Box className="k-sheet k-together" as="section" aria-label="Together">
      {of.map((combination) => (
        <Box key={combination.id}>
          <Text fontWeight="bold">{combination.name}</Text>
          <Text fontSize="sm" color="faint">
            {combination.because}
          </Text>
          <Text>{combination.means}</Text>
          <Text fontSize="sm">
            To find out: {combination.settle}
            {combination.trade && ` For: ${combination.trade}.`}
          </Text>
        </Box>
      ))}
    </Box>
  )
}
