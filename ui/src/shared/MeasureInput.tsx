import { Field, Input } from '@chakra-ui/react'
import type { ParsedMeasure, ParseMeasureRequest } from '../api/types'
import { compute } from '../core/core'
import { useCoreAnswer } from '../core/useCore'

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
  /** The covering whose pitch it is: on a membrane a bare fraction is inches per foot. */
  covering?: string
}

/** `reading`: the text is still being read, and nothing may be concluded from there being no value. */
export type Parsed = ParsedMeasure & { reading: boolean }

/** What typed text reads as, by the core; undefined while empty. What was typed before never stands for what is typed now. */
export function useParsed(
  typed: string,
  unit: Props['unit'],
  bareUnit: Props['bareUnit'] = 'inch',
  covering?: string,
): Parsed | undefined {
  const text = typed.trim()
  const { answer, fresh } = useCoreAnswer('parse-measure', text ? { text, unit, bareUnit, covering } : undefined)
  if (!text) return undefined
  return fresh && answer ? { ...answer, reading: false } : { value: null, printed: null, problem: null, reading: true }
}

/** Reads typed text to the end before it is saved: null while empty. Throws when the core cannot be started. */
export async function readMeasure(
  typed: string,
  unit: Props['unit'],
  bareUnit: Props['bareUnit'] = 'inch',
  covering?: string,
): Promise<ParsedMeasure | null> {
  const text = typed.trim()
  return text ? compute('parse-measure', { text, unit, bareUnit: bareUnit ?? 'inch', covering }) : null
}

/** A measure kept as typed; below it stands how it was understood, or what to type instead. */
export function MeasureInput({
  label,
  typed,
  onTyped,
  unit,
  bareUnit = 'inch',
  hint,
  onLeave,
  locked,
  covering,
}: Props) {
  const parsed = useParsed(typed, unit, bareUnit, covering)
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
        <Field.HelperText className={locked || parsed?.reading || parsed?.printed ? undefined : 'k-hint'}>
          {locked ?? (parsed?.reading ? 'Reading…' : parsed?.printed ? `= ${parsed.printed}` : `for example ${hint}`)}
        </Field.HelperText>
      )}
    </Field.Root>
  )
}
