import { Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useFirmRules } from './queries'
import { Trouble } from './States'

/** What shows or changes the firm's settings, once it is known what stands: a default shown before might be another than the firm's. */
export function WhenFirmKnown({ children }: { children: ReactNode }) {
  const firm = useFirmRules()
  if (firm.known) return children
  if (firm.isError) return <Trouble error={firm.error} onRetry={() => firm.refetch()} />
  return (
    <Text role="status" color="faint" mt="3">
      Loading the firm’s settings…
    </Text>
  )
}
