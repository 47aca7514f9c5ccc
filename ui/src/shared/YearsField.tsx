import { Field, Input } from '@chakra-ui/react'
import { readYears } from './years'

type Props = { label: string; typed: string; year: number; onTyped: (typed: string) => void }

/** A year or an age as said; below it stands how it was understood. */
export function YearsField({ label, typed, year, onTyped }: Props) {
  const read = readYears(typed, year)
  return (
    <Field.Root invalid={!read.ok}>
      <Field.Label>{label}</Field.Label>
      <Input
        value={typed}
        onChange={(event) => onTyped(event.target.value)}
        placeholder="2006, or 10 to 15"
        autoComplete="off"
      />
      {read.ok ? (
        <Field.HelperText>{understood(read.from, read.to)}</Field.HelperText>
      ) : (
        <Field.ErrorText>{read.problem}</Field.ErrorText>
      )}
    </Field.Root>
  )
}

function understood(from: number | null, to: number | null) {
  if (from === null) return 'a year, two years, or an age: “10 to 15”; leave empty if not known'
  return from === to ? `= installed in ${from}` : `= installed between ${from} and ${to}`
}
