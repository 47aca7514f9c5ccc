import { Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Labelled } from './Labelled'

type Props = {
  label: string
  value: number | null | undefined
  /** More than nothing, and at most this. */
  most: number
  /** The least that is read; nothing lower than it, or nothing at all without one. */
  least?: number
  example: string
  onValue: (value: number | null) => void
  onUnread: (unread: boolean) => void
}

/** A figure that may be left empty. What cannot be read stays on the screen and holds the save. */
export function FiguredField({ label, value, most, least, example, onValue, onUnread }: Props) {
  const [typed, setTyped] = useState(value == null ? '' : String(value))
  const read = figureOf(typed, most, least)
  const type = (text: string) => {
    const next = figureOf(text, most, least)
    setTyped(text)
    onUnread(next === undefined)
    onValue(next ?? null)
  }
  return (
    <Labelled label={label}>
      <Input
        size="lg"
        width="10rem"
        inputMode="decimal"
        value={typed}
        aria-invalid={read === undefined}
        onChange={(event) => type(event.target.value)}
      />
      {read === undefined && (
        <Text color="fg.error">
          Enter a number{least == null ? ' more than 0 and' : `, ${least}`} up to {most}: {example}
        </Text>
      )}
    </Labelled>
  )
}

/** A figure as typed; null for nothing, undefined for what cannot be read. */
function figureOf(typed: string, most: number, least?: number): number | null | undefined {
  if (typed.trim() === '') return null
  const figure = Number(typed)
  return figure <= most && (least == null ? figure > 0 : figure >= least) ? figure : undefined
}
