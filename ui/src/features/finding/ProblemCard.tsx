import { Box, Button, Flex, NativeSelect, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { FindingFact, ProblemRole, RoofProblem } from '../../api/types'

type Props = { draft: FindingFact; problems: RoofProblem[]; onChange: (fields: Partial<FindingFact>) => void }

const roles: Record<ProblemRole, string> = {
  cause: 'Cause',
  damage: 'Damage',
  sign: 'Sign',
  makeshift: 'Makeshift repair',
}

/** Which problem a finding belongs to: one cause at one place. The inspector splits it off or joins it with another by a tap, and takes that back. */
export function ProblemCard({ draft, problems, onChange }: Props) {
  const own = problems.find((problem) => problem.parts.some((part) => part.findingId === draft.id))
  if (!own) return null
  const together = own.parts.length > 1
  const others = problems.filter((problem) => problem !== own)
  if (!together && others.length === 0 && !draft.problem) return null
  return (
    <Box className="k-sheet" as="section" aria-label="Problem">
      <Text fontWeight="bold">{together ? `One problem: ${own.title}` : 'A problem of its own'}</Text>
      {together && (
        <Box as="ul" className="k-limits">
          {own.parts.map(({ findingId, role, name }) => (
            <li key={findingId}>
              {roles[role]}:{' '}
              {findingId === draft.id ? (
                <strong>{name}</strong>
              ) : (
                <Link to={`../findings/${findingId}`} relative="path">
                  {name}
                </Link>
              )}
            </li>
          ))}
        </Box>
      )}
      {own.why && (
        <Text fontSize="sm" color="faint">
          {own.why}
        </Text>
      )}
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        {together && !draft.problem && (
          <Button size="sm" variant="outline" onClick={() => onChange({ problem: { id: draft.id, reason: '' } })}>
            Split off
          </Button>
        )}
        {draft.problem && (
          <Button size="sm" variant="outline" onClick={() => onChange({ problem: null })}>
            Back to Kalpa’s grouping
          </Button>
        )}
        {others.length > 0 && (
          <NativeSelect.Root size="sm" width="auto" maxW="100%">
            <NativeSelect.Field
              aria-label="Join with"
              value=""
              onChange={({ target: { value } }) => value && onChange({ problem: { id: value, reason: '' } })}
            >
              <option value="">Join with …</option>
              {others.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        )}
      </Flex>
    </Box>
  )
}
