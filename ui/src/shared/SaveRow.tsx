import { Button, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { useRecord } from './facts'
import { Trouble } from './States'

type Props = {
  label: string
  /** What keeps it from being saved, in words; empty: nothing. */
  fault: string
  onSave: () => void
  record: ReturnType<typeof useRecord>
  /** Further keys beside it. */
  children?: ReactNode
}

/** The foot of a form that is kept as a fact: its key, what is still wrong, and why it could not be kept. */
export function SaveRow({ label, fault, onSave, record, children }: Props) {
  return (
    <>
      <Flex gap="3" align="center" wrap="wrap">
        <Button size="lg" colorPalette="verdigris" disabled={fault !== ''} onClick={onSave} loading={record.isPending}>
          {label}
        </Button>
        {children}
        {fault && <Text role="alert">{fault}</Text>}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </>
  )
}
