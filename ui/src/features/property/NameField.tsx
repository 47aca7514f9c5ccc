import { Field, Input } from '@chakra-ui/react'

type Props = {
  label: string
  value: string
  onChange: (value: string) => void
  /** What to do where it is blank; shown once somebody tried to go on. */
  missing: string | null
  placeholder?: string
}

export const isBlank = (text: string) => text.trim() === ''

/** A name that has to be there: blanks are none, and it is said here, not when the server refuses it. */
export function NameField({ label, value, onChange, missing, placeholder }: Props) {
  return (
    <Field.Root flex="1" minW="12rem" required invalid={missing !== null}>
      <Field.Label>
        {label} <Field.RequiredIndicator />
      </Field.Label>
      <Input size="lg" value={value} placeholder={placeholder} onChange={(event) => onChange(event.target.value)} />
      {missing && <Field.ErrorText>{missing}</Field.ErrorText>}
    </Field.Root>
  )
}
