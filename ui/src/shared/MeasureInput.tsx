import { Field, Input } from '@chakra-ui/react'
import type { ParsedMeasure, ParseMeasureRequest } from '../api/types'
import { useCore } from '../core/useCore'

type Props = {
  label: string
  typed: string
  onTyped: (typed: string) => void
  unit: ParseMeasureRequest['unit']
  bareUnit?: ParseMeasureRequest['bareUnit']
  hint: string
  onLeave?: () => void
  /** Why it cannot be typed here. */
  locked?: string
}

/** What typed text reads as, by the core; undefined while empty. */
export function useParsed(
  typed: string,
  unit: Props['unit'],
  bareUnit: Props['bareUnit'] = 'inch',
): ParsedMeasure | undefined {
  const text = typed.trim()
  const parsed = useCore('parse-measure', text ? { text, unit, bareUnit } : undefined)
  return text ? parsed : undefined
}

/** A measure kept as typed; below it stands how it was understood, or what to type instead. */
export function MeasureInput({ label, typed, onTyped, unit, bareUnit = 'inch', hint, onLeave, locked }: Props) {
  const parsed = useParsed(typed, unit, bareUnit)
  return (
    <Field.Root invalid={Boolean(parsed?.problem)}>
      <Field.Label>{label}</Field.Label>
      <Input
        value={typed}
        onChange={(event) => onTyped(event.target.value)}
        placeholder={hint}
        onBlur={onLeave}
        autoComplete="off"
        inputMode="text"
        readOnly={locked !== undefined}
      />
      {parsed?.problem ? (
        <Field.ErrorText>{parsed.problem.text}</Field.ErrorText>
      ) : (
        <Field.HelperText>
          {locked ?? (parsed?.printed ? `= ${parsed.printed}` : `for example ${hint}`)}
        </Field.HelperText>
      )}
    </Field.Root>
  )
}
