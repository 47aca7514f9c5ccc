import { Field } from '@chakra-ui/react'
import type { ReactNode } from 'react'

type Props = { label: ReactNode; wide?: boolean; children: ReactNode }

/** A field with its label; wide ones take what room is left. */
export function Labelled({ label, wide, children }: Props) {
  return (
    <Field.Root width={wide ? undefined : 'auto'} flex={wide ? '1' : 'none'} minW={wide ? '10rem' : undefined}>
      <Field.Label>{label}</Field.Label>
      {children}
    </Field.Root>
  )
}
