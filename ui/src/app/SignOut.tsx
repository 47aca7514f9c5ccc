import { Button, Flex, Stack, Text } from '@chakra-ui/react'
import { LogOut } from 'lucide-react'
import { useState } from 'react'
import { useOutbox } from '../offline/outbox'
import { Sheet } from '../shared/Sheet'

/** Signing out says first what is not sent yet; that stays on the device for the same person. */
export function SignOut({ name, onSignOut }: { name: string; onSignOut: () => void }) {
  const { entries, picturesWaiting } = useOutbox()
  const [asking, setAsking] = useState(false)
  const waiting = entries.length + picturesWaiting
  return (
    <>
      <Button
        variant="ghost"
        size="sm"
        onClick={() => (waiting > 0 ? setAsking(true) : onSignOut())}
        _hover={{ bg: 'whiteAlpha.300' }}
      >
        <LogOut size={18} /> <span className="k-phonehide">Sign out</span>
        <span className="k-hidden">Sign out</span>
      </Button>
      <Sheet title="Not everything is synced" open={asking} onClose={() => setAsking(false)}>
        <Stack gap="3">
          <Text>
            {waiting} changes and photos of {name} are on this device and not sent yet. They stay here, and are sent
            when {name} signs in on it again.
          </Text>
          <Flex gap="2">
            <Button size="lg" colorPalette="verdigris" onClick={() => setAsking(false)}>
              Stay
            </Button>
            <Button size="lg" variant="outline" onClick={onSignOut}>
              Sign out
            </Button>
          </Flex>
        </Stack>
      </Sheet>
    </>
  )
}
