import { Box, Heading, Stack, Text } from '@chakra-ui/react'
import { useRepairsHeld } from '../../shared/queries'

const SHOWN = 12

/** How the firm's finished repairs held, by their kind; nothing until one is marked as done. */
export function RepairsHeld() {
  const repairs = useRepairsHeld()
  const done = repairs.data?.repairs ?? []
  if (done.length === 0) return null
  return (
    <Box as="section" className="k-sheet" mt="3" aria-labelledby="repairs-held">
      <Heading as="h2" size="md" id="repairs-held">
        Repairs that held
      </Heading>
      <Text fontSize="sm" color="faint">
        Of your firm’s finished repairs, by later visits, tests and rain. Temporary repairs and renewals are left out.
      </Text>
      <Stack as="ul" listStyleType="none" gap="1" mt="2">
        {done.slice(0, SHOWN).map((repair) => (
          <Text as="li" key={repair.title}>
            <strong>{repair.title}</strong>: {repair.done} done. {repair.words}
          </Text>
        ))}
      </Stack>
      {done.length > SHOWN && <Text color="faint">{done.length - SHOWN} other kinds of repair.</Text>}
    </Box>
  )
}
