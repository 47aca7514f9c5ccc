import { Button, Flex, Input, Text, Textarea } from '@chakra-ui/react'
import { useState } from 'react'
import type { Condition, Limit } from '../../api/types'
import { TypedAnswer } from '../../shared/Answers'
import { Labelled } from '../../shared/Labelled'
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

/** Words by which the firm's people search it, besides the rule book's. */
export function FirmWordsField({ code }: { code: string }) {
  const { rules, keep, error } = useFirm()
  const saved = rules.words?.find(({ condition }) => condition === code)?.words.join(', ') ?? ''
  const set = (typed: string) => {
    const others = (rules.words ?? []).filter(({ condition }) => condition !== code)
    const words = typed
      .split(',')
      .map((word) => word.trim())
      .filter(Boolean)
    keep({ words: words.length > 0 ? [...others, { condition: code, words }] : others })
  }
  return (
    <Part title="The firm’s search words">
      <TypedAnswer
        key={saved}
        label="Separated by commas"
        typed={saved}
        onKeep={set}
        placeholder="words your crew uses"
      />
      {error !== null && <Trouble error={error} />}
    </Part>
  )
}

/** The firm's value where neither a code nor a manufacturer's instruction sets one. */
export function FirmLimitField({ limit }: { limit: Limit }) {
  const { rules, keep, error } = useFirm()
  const saved = rules.limits?.find(({ limitId }) => limitId === limit.id)
  const bound = limit.least != null ? 'least' : 'most'
  const [typed, setTyped] = useState(saved?.[bound]?.toString() ?? '')
  const [source, setSource] = useState(saved?.source ?? '')
  if (binding.includes(limit.sourceClass)) {
    return (
      <Text mt="3" fontSize="sm" color="faint">
        A code or a manufacturer’s instruction sets this value. A jurisdiction’s own value is entered at the property.
      </Text>
    )
  }
  const others = (rules.limits ?? []).filter(({ limitId }) => limitId !== limit.id)
  const value = typed.trim() === '' ? null : Number(typed)
  const wrong = value !== null && !(value >= 0)
  return (
    <Part title="The firm’s value">
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled label={bound === 'least' ? 'At least' : 'At most'}>
          <Input
            width="7rem"
            inputMode="decimal"
            value={typed}
            placeholder={String(limit[bound] ?? '')}
            onChange={(event) => setTyped(event.target.value)}
          />
        </Labelled>
        <Labelled wide label="Why, or from where">
          <Input value={source} onChange={(event) => setSource(event.target.value)} />
        </Labelled>
        <Button
          size="sm"
          disabled={wrong || value === null}
          onClick={() =>
            keep({
              limits: [
                ...others,
                {
                  limitId: limit.id,
                  // The other bound of the rule book, where it has both, stays as it is.
                  least: limit.least ?? null,
                  most: limit.most ?? null,
                  [bound]: value,
                  source: source.trim(),
                },
              ],
            })
          }
        >
          Save for the firm
        </Button>
        {saved && (
          <Button size="sm" variant="outline" onClick={() => keep({ limits: others })}>
            Use the rule book’s
          </Button>
        )}
      </Flex>
      {wrong && <Text color="fg.error">Enter a number in the limit’s unit, zero or more.</Text>}
      {error !== null && <Trouble error={error} />}
    </Part>
  )
}
