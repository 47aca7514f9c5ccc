import { Button, Flex, Input, Text, Textarea } from '@chakra-ui/react'
import { useState } from 'react'
import type { Condition, Limit, LocalLimit, Quantity } from '../../api/types'
import { TypedAnswer } from '../../shared/Answers'
import { Bound } from '../../shared/Bound'
import { commaList } from '../../shared/commaList'
import { Labelled } from '../../shared/Labelled'
import { useParsed } from '../../shared/MeasureInput'
import { units } from '../../shared/MeasureKeys'
import { Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'
import { Part } from './EntryParts'

const binding: Limit['sourceClass'][] = ['published', 'makersInstruction']

/** What the firm recommends in the place of the rule book's remedy: a title, and a step a line. */
export function FirmRemedyField({ condition }: { condition: Condition }) {
  const { rules, keep, error } = useFirm()
  const saved = rules.remedies?.find((remedy) => remedy.condition === condition.code)
  const [open, setOpen] = useState(false)
  const others = (rules.remedies ?? []).filter((remedy) => remedy.condition !== condition.code)
  if (!saved && !open) {
    return (
      <Button mt="3" size="sm" variant="outline" onClick={() => setOpen(true)}>
        Write the firm’s own remedy
      </Button>
    )
  }
  return (
    <Part title="The firm’s remedy">
      <RemedyForm
        key={saved?.title}
        title={saved?.title ?? condition.remedy.title}
        steps={saved?.steps ?? condition.remedy.steps}
        onSave={(title, steps) => keep({ remedies: [...others, { condition: condition.code, title, steps }] })}
        onDrop={() => {
          setOpen(false)
          if (saved) keep({ remedies: others })
        }}
      />
      {error !== null && <Trouble error={error} />}
    </Part>
  )
}

type RemedyProps = {
  title: string
  steps: string[]
  onSave: (title: string, steps: string[]) => void
  onDrop: () => void
}

function RemedyForm({ title, steps, onSave, onDrop }: RemedyProps) {
  const [typedTitle, setTitle] = useState(title)
  const [typedSteps, setSteps] = useState(steps.join('\n'))
  const lines = typedSteps
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
  const whole = typedTitle.trim() !== '' && lines.length > 0
  return (
    <>
      <Labelled wide label="Title">
        <Input value={typedTitle} onChange={(event) => setTitle(event.target.value)} />
      </Labelled>
      <Labelled wide label="Steps, one a line">
        <Textarea rows={4} value={typedSteps} onChange={(event) => setSteps(event.target.value)} />
      </Labelled>
      {!whole && <Text color="fg.error">A title and at least one step are needed.</Text>}
      <Flex gap="2" mt="2">
        <Button size="sm" disabled={!whole} onClick={() => onSave(typedTitle.trim(), lines)}>
          Save for the firm
        </Button>
        <Button size="sm" variant="outline" onClick={onDrop}>
          Use the rule book’s
        </Button>
      </Flex>
    </>
  )
}

/** What the firm says a condition means, whenever it is found; empty: the book's words. */
export function FirmPhraseField({ code }: { code: string }) {
  const { rules, keep, error } = useFirm()
  const others = rules.phrases.filter(({ condition }) => condition !== code)
  return (
    <FirmText
      title="The firm’s wording"
      label="Used whenever it is found"
      saved={rules.phrases.find(({ condition }) => condition === code)?.means ?? ''}
      placeholder="the rule book’s wording"
      note="Wording of a single finding is changed there."
      error={error}
      onKeep={(means) => keep({ phrases: means ? [...others, { condition: code, means }] : others })}
    />
  )
}

/** Words by which the firm's people search it, besides the rule book's. */
export function FirmWordsField({ code }: { code: string }) {
  const { rules, keep, error } = useFirm()
  const others = (rules.words ?? []).filter(({ condition }) => condition !== code)
  return (
    <FirmText
      title="The firm’s search words"
      label="Separated by commas"
      saved={rules.words?.find(({ condition }) => condition === code)?.words.join(', ') ?? ''}
      placeholder="words your crew uses"
      error={error}
      onKeep={(typed) => {
        const words = commaList(typed)
        keep({ words: words.length > 0 ? [...others, { condition: code, words }] : others })
      }}
    />
  )
}

type TextProps = {
  title: string
  label: string
  saved: string
  placeholder: string
  note?: string
  error: unknown
  onKeep: (typed: string) => void
}

function FirmText({ title, label, saved, placeholder, note, error, onKeep }: TextProps) {
  return (
    <Part title={title}>
      <TypedAnswer
        key={saved}
        label={label}
        typed={saved}
        onKeep={(typed) => onKeep(typed.trim())}
        placeholder={placeholder}
      />
      {error !== null && <Trouble error={error} />}
      {note && (
        <Text fontSize="sm" color="faint">
          {note}
        </Text>
      )}
    </Part>
  )
}

/** The firm's value where neither a code nor a manufacturer's instruction sets one. */
export function FirmLimitField({ limit, quantity }: { limit: Limit; quantity: Quantity | undefined }) {
  const { rules, keep, error } = useFirm()
  if (binding.includes(limit.sourceClass) || !quantity) {
    return (
      <Text mt="3" fontSize="sm" color="faint">
        A code or a manufacturer’s instruction sets this value. A jurisdiction’s own value is entered at the property.
      </Text>
    )
  }
  const saved = rules.limits?.find(({ limitId }) => limitId === limit.id)
  const others = (rules.limits ?? []).filter(({ limitId }) => limitId !== limit.id)
  return (
    <Part title="The firm’s value">
      {saved && (
        <Text>
          The firm’s value is <Bound quantity={quantity} least={saved.least} most={saved.most} />
          {saved.source && ` (${saved.source})`}.{' '}
          <Button size="xs" variant="outline" onClick={() => keep({ limits: others })}>
            Use the rule book’s
          </Button>
        </Text>
      )}
      <NewValue
        key={saved ? `${saved.least} ${saved.most} ${saved.source}` : ''}
        limit={limit}
        quantity={quantity}
        onSave={(own) => keep({ limits: [...others, own] })}
      />
      {error !== null && <Trouble error={error} />}
    </Part>
  )
}

type ValueProps = { limit: Limit; quantity: Quantity; onSave: (own: LocalLimit) => void }

function NewValue({ limit, quantity, onSave }: ValueProps) {
  const [typed, setTyped] = useState('')
  const [source, setSource] = useState('')
  const parsed = useParsed(typed, quantity.unit)
  const value = parsed?.value
  const bound = limit.least != null ? 'least' : 'most'
  return (
    <>
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled label={`${bound === 'least' ? 'At least' : 'At most'}${units[quantity.unit]}`}>
          <Input width="8rem" value={typed} onChange={(event) => setTyped(event.target.value)} />
        </Labelled>
        <Labelled wide label="Why, or from where">
          <Input value={source} onChange={(event) => setSource(event.target.value)} />
        </Labelled>
        <Button
          size="sm"
          disabled={value == null}
          onClick={() =>
            value != null &&
            // The other bound of the rule book, where it has both, stays as it is.
            onSave({ limitId: limit.id, least: limit.least, most: limit.most, [bound]: value, source: source.trim() })
          }
        >
          Save for the firm
        </Button>
      </Flex>
      {typed && parsed?.problem && <Text color="fg.error">{parsed.problem.text}</Text>}
    </>
  )
}
