import { Box, Button, Spinner, Stack, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { ApiError } from '../api/client'

export function Loading({ what }: { what: string }) {
  return (
    <Stack align="center" py="16" role="status">
      <Spinner size="lg" color="verdigris" />
      <Text>Loading {what}…</Text>
    </Stack>
  )
}

/** An error says what happened and what to do; nothing typed is lost. */
export function Trouble({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const title = error instanceof ApiError ? error.title : 'Something went wrong'
  const text = error instanceof Error ? error.message : String(error)
  return (
    <Box role="alert" className="k-trouble">
      <strong>{title}.</strong> {text === title ? '' : text}
      {onRetry && (
        <Button size="sm" variant="outline" ml="3" onClick={onRetry}>
          Try again
        </Button>
      )}
    </Box>
  )
}

export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box className="k-empty">
      <Text fontWeight="bold" fontSize="lg">
        {title}
      </Text>
      <Box mt="1">{children}</Box>
    </Box>
  )
}

export function Caution({ children }: { children: ReactNode }) {
  return (
    <p className="k-caution">
      <strong>Care: </strong>
      {children}
    </p>
  )
}
