import { Flex, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Sheet } from '../../shared/Sheet'
import { boundShortcuts, useShortcuts } from '../../shared/shortcuts'

/** What every key does here, on `?`. */
export function KeySheet() {
  const [open, setOpen] = useState(false)
  useShortcuts({ '?': { words: 'This sheet', act: () => setOpen(true) } })
  return (
    <Sheet title="Keys on this screen" open={open} onClose={() => setOpen(false)}>
      <Stack gap="1">
        {open &&
          boundShortcuts().map(([key, words]) => (
            <Flex key={key} gap="3" align="center">
              <kbd className="k-kbd">{key}</kbd>
              <Text>{words}</Text>
            </Flex>
          ))}
        <Text fontSize="sm" color="faint" mt="2">
          Tab and Enter reach everything else; Escape closes.
        </Text>
      </Stack>
    </Sheet>
  )
}
