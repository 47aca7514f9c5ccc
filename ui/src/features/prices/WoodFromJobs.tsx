import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { api, dataOf } from '../../api/client'
import type { WoodFound } from '../../api/types'
import { Loading, Trouble } from '../../shared/States'
import { woodFoundWords, woodNames } from '../../shared/wood'

type Props = { used: WoodFound[]; onUse: (wood: WoodFound[] | null) => void }

/** Decayed wood that finished jobs found: once the firm uses its own figures, allowances follow them. */
export function WoodFromJobs({ used, onUse }: Props) {
  const answer = useQuery({
    queryKey: ['wood-found'],
    queryFn: ({ signal }) => dataOf(api.GET('/api/book/wood', { signal })),
  })
  return (
    <Box as="section" className="k-sheet" aria-label="Wood found on finished jobs" mb="3">
      <Heading as="h2" size="md">
        Wood found on finished jobs
      </Heading>
      {answer.isError ? (
        <Trouble error={answer.error} onRetry={() => answer.refetch()} />
      ) : answer.isPending ? (
        <Loading what="finished jobs" />
      ) : (
        <Figures jobs={answer.data.jobs} found={answer.data.found} used={used} onUse={onUse} />
      )}
    </Box>
  )
}

function Figures({ jobs, found, used, onUse }: Props & { jobs: number; found: WoodFound[] }) {
  const same = JSON.stringify(found) === JSON.stringify(used)
  return (
    <>
      <Text fontSize="sm" color="faint">
        {jobs === 0
          ? 'When you mark a re-roof as done, enter the wood that was replaced. Allowances for wood can then follow your own jobs.'
          : `From ${jobs} finished ${jobs === 1 ? 'job' : 'jobs'} with the wood recorded. The shipped rates keep their weight: a few jobs move them a little.`}
      </Text>
      {found.length > 0 && (
        <Box as="ul" listStyleType="none" mt="2">
          {found.map((part) => (
            <li key={part.part}>
              {woodNames[part.part]}: {woodFoundWords(part)}
            </li>
          ))}
        </Box>
      )}
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        {found.length > 0 && !same && (
          <Button size="sm" onClick={() => onUse(found)}>
            {used.length > 0 ? 'Update allowances' : 'Use for allowances'}
          </Button>
        )}
        {used.length > 0 && (
          <>
            <Text>
              {same
                ? 'Allowances use these figures.'
                : `Allowances use ${used.map((part) => `${woodNames[part.part].toLowerCase()} ${woodFoundWords(part)}`).join('; ')}.`}
            </Text>
            <Button size="sm" variant="outline" onClick={() => onUse(null)}>
              Use shipped rates
            </Button>
          </>
        )}
      </Flex>
    </>
  )
}
