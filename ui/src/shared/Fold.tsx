import { Stack, Text } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'

type Props = {
  title: string
  /** What is inside, in a line: nobody has to open it to know. */
  state?: string
  children: ReactNode
}

/** What is rarely needed, under one key; open where there is room for it. */
export function Fold({ title, state, children }: Props) {
  const [open, setOpen] = useState(() => window.matchMedia('(min-width: 62em)').matches)
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        <Text as="span">
          {title}
          {state && !open && (
            <Text as="span" color="faint" fontWeight="normal">
              {' '}
              · {state}
            </Text>
          )}
        </Text>
      </summary>
      <Stack gap="4" pt="2">
        {children}
      </Stack>
    </details>
  )
}
