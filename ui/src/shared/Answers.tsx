import { Field, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { AnswerFact, Question } from '../api/types'
import { Choice } from './Choice'
import { useRecord } from './facts'
import { MeasureInput, readMeasure } from './MeasureInput'
import { placeId } from './placeId'
import { Trouble } from './States'
import { useVisitContext } from './visitContext'

type Props = { question: Question; slopeId?: string | null; label?: string }

/** A question of the book, answered by taps or a few words; kept at once. */
export function QuestionField({ question, slopeId = null, label }: Props) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const given = records.answers.find((answer) => answer.question === question.key && answer.slopeId === slopeId)
  const answer = (fields: Partial<AnswerFact>) =>
    record.mutate([
      {
        kind: 'answer',
        fact: {
          id: given?.id ?? placeId('answer', visit.visit.id, question.key, slopeId),
          visitId: visit.visit.id,
          question: question.key,
          slopeId,
          chosen: given?.chosen ?? [],
          typed: given?.typed ?? '',
          ...fields,
        },
      },
    ])
  const chosen = given?.chosen ?? []
  const words = label ?? question.text
  return (
    <>
      {question.kind === 'one' && (
        <Choice
          label={words}
          value={chosen[0] ?? null}
          options={optionsOf(question)}
          onChange={(key) => answer({ chosen: [key] })}
        />
      )}
      {question.kind === 'many' && (
        <ManyChoice
          label={words}
          chosen={chosen}
          options={optionsOf(question)}
          onChange={(keys) => answer({ chosen: keys })}
        />
      )}
      {question.kind === 'text' && (
        <TypedAnswer
          key={given?.typed}
          label={words}
          typed={given?.typed ?? ''}
          onKeep={(typed) => answer({ typed })}
        />
      )}
      {question.kind === 'length' && (
        <LengthAnswer
          key={given?.typed}
          label={words}
          typed={given?.typed ?? ''}
          onKeep={(typed) => answer({ typed })}
        />
      )}
      {record.isError && <Trouble error={record.error} />}
    </>
  )
}

const optionsOf = (question: Question) =>
  Object.fromEntries(question.options.map(({ key, words }) => [key, words])) as Record<string, string>

type ManyProps<T extends string> = {
  label: string
  chosen: readonly T[]
  options: Record<T, string>
  onChange: (chosen: T[]) => void
  hideLabel?: boolean
}

/** Several of a few, as fat keys. */
export function ManyChoice<T extends string>({ label, chosen, options, onChange, hideLabel }: ManyProps<T>) {
  const toggle = (key: T) => onChange(chosen.includes(key) ? chosen.filter((other) => other !== key) : [...chosen, key])
  return (
    <fieldset className="k-fieldset">
      <Text as="legend" className={hideLabel ? 'k-hidden' : 'k-label'}>
        {label}
      </Text>
      <Flex wrap="wrap" gap="2">
        {(Object.entries(options) as [T, string][]).map(([key, words]) => (
          <label key={key} className="k-key" data-on={chosen.includes(key) || undefined}>
            <input type="checkbox" checked={chosen.includes(key)} onChange={() => toggle(key)} />
            <span>{words}</span>
          </label>
        ))}
      </Flex>
    </fieldset>
  )
}

/** Words kept when one leaves the field. */
export function TypedAnswer({
  label,
  typed,
  onKeep,
  type = 'text',
  placeholder,
}: {
  label: string
  typed: string
  onKeep: (typed: string) => void
  type?: string
  placeholder?: string
}) {
  const [text, setText] = useState(typed)
  return (
    <Field.Root>
      <Field.Label>{label}</Field.Label>
      <Input
        value={text}
        type={type}
        placeholder={placeholder}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== typed && onKeep(text)}
        onKeyDown={(event) => event.key === 'Enter' && text !== typed && onKeep(text)}
      />
    </Field.Root>
  )
}

function LengthAnswer({ label, typed, onKeep }: { label: string; typed: string; onKeep: (typed: string) => void }) {
  const [text, setText] = useState(typed)
  const [failure, setFailure] = useState<unknown>()
  // Read to its end before it is kept: one that does not read stays in the field, with why.
  const keep = async () => {
    if (text === typed) return
    setFailure(undefined)
    try {
      const read = await readMeasure(text, 'length', 'foot')
      if (!read?.problem) onKeep(text)
    } catch (error) {
      setFailure(error)
    }
  }
  return (
    <>
      <MeasureInput
        label={label}
        typed={text}
        onTyped={setText}
        onLeave={() => void keep()}
        unit="length"
        bareUnit="foot"
        hint={`12' 6"`}
      />
      {failure !== undefined && <Trouble error={failure} />}
    </>
  )
}
