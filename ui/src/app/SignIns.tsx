import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { MonitorSmartphone } from 'lucide-react'
import { useState } from 'react'
import { api, dataOf } from '../api/client'
import { Sheet } from '../shared/Sheet'
import { Loading, Trouble } from '../shared/States'
import { momentText } from '../shared/words'
import { deviceText } from './deviceText'

const key = ['sign-ins'] as const

/** Where this person is signed in; each can be ended, and its device is signed out at once. */
export function SignIns() {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        variant="ghost"
        size="sm"
        onClick={() => setOpen(true)}
        _hover={{ bg: 'whiteAlpha.300' }}
        aria-label="Signed-in devices"
      >
        <MonitorSmartphone size={18} /> <span className="k-phonehide">Devices</span>
      </Button>
      <Sheet title="Signed-in devices" open={open} onClose={() => setOpen(false)}>
        {open && <List />}
      </Sheet>
    </>
  )
}

function List() {
  const queries = useQueryClient()
  const signIns = useQuery({ queryKey: key, queryFn: () => dataOf(api.GET('/api/session/sign-ins')) })
  const end = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/session/sign-ins/{id}', { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: key }),
  })
  if (signIns.isPending) return <Loading what="the devices" />
  if (signIns.isError) return <Trouble error={signIns.error} onRetry={() => signIns.refetch()} />
  return (
    <Stack gap="3">
      <Text>End a sign-in you do not recognize. That device is signed out at its next request.</Text>
      {signIns.data.map((signIn) => (
        <Flex key={signIn.id} gap="3" align="center" borderTopWidth="1px" pt="2">
          <Box flex="1" minW="0">
            <Text fontWeight="bold">
              {deviceText(signIn.device)}
              {signIn.here && ' – this device'}
            </Text>
            <Text fontSize="sm" color="faint">
              Signed in {momentText(signIn.beganAt)}, last used {momentText(signIn.seenAt)}
            </Text>
          </Box>
          {!signIn.here && (
            <Button
              variant="outline"
              onClick={() => end.mutate(signIn.id)}
              loading={end.isPending && end.variables === signIn.id}
            >
              End
            </Button>
          )}
        </Flex>
      ))}
      {end.isError && <Trouble error={end.error} />}
    </Stack>
  )
}
