import { Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useRouteError } from 'react-router'
import { reportFailure } from '../api/client'

/** A screen that broke: the way back, what is safe, and word to the server's log. What was saved on the device is untouched. */
export function ErrorPage() {
  const error = useRouteError()
  useEffect(() => reportFailure(error), [error])
  return (
    <Stack gap="3" className="k-sheet" role="alert" maxW="40rem" mx="auto" mt="8">
      <Text fontWeight="bold" fontSize="xl">
        This screen stopped working
      </Text>
      <Text>
        Everything you saved is on this device and will sync. Go back and try again; if it happens again, tell your
        office what you tapped.
      </Text>
      <Text color="faint" fontSize="sm">
        {error instanceof Error ? error.message : 'Unknown error'}
      </Text>
      <Flex gap="2" wrap="wrap">
        <Button size="lg" colorPalette="verdigris" onClick={() => window.location.reload()}>
          Try again
        </Button>
        <Button size="lg" variant="outline" onClick={() => window.location.assign('/')}>
          All roofs
        </Button>
      </Flex>
    </Stack>
  )
}
