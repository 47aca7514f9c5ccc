import { Field, Input } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { compute } from '../../core/core'

type Props = {
  label: string
  /** As it stands; typed anew it is read by the core. */
  text: string
  unit: 'length' | 'pitch'
  bareUnit?: 'inch' | 'foot'
  /** Keeps the value; gives why it cannot be kept, if so. */
  onKeep: (value: number) => Promise<string | null>
  hint?: string
}

/** A measure that counts when one leaves the field or presses Enter. What cannot be read stays on the screen with the reason. */
export function KeptField({ label, text, unit, bareUnit = 'inch', onKeep, hint }: Props) {
  const [typed, setTyped] = useState(text)
  const [problem, setProblem] = useState<string | null>(null)
  // Enter keeps it, and leaving the field right after must not keep it again.
  const last = useRef(text)
  useEffect(() => {
    last.current = text
    setTyped(text)
    setProblem(null)
  }, [text])
  const keep = async () => {
    if (typed.trim() === text.trim() || typed === last.current) return
    last.current = typed
    const parsed = await compute('parse-measure', { text: typed, unit, bareUnit })
    if (parsed.value == null) {
      setProblem(parsed.problem?.text ?? 'Type a measure.')
      return
    }
    setProblem(await onKeep(parsed.value))
  }
  return (
    <Field.Root invalid={problem !== null}>
      <Field.Label>{label}</Field.Label>
      <Input
        value={typed}
        autoComplete="off"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
      />
      {problem ? <Field.ErrorText>{problem}</Field.ErrorText> : hint && <Field.HelperText>{hint}</Field.HelperText>}
    </Field.Root>
  )
}
