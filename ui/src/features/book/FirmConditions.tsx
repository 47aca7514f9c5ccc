import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { BookAnswer, FirmRulesFact, OwnCondition } from '../../api/types'
import { commaList } from '../../shared/commaList'
import { download } from '../../shared/download'
import { ImportKey, ImportOutcome } from '../../shared/FileImport'
import { Labelled } from '../../shared/Labelled'
import { OwnConditionFields } from '../../shared/OwnConditionFields'
import { consequences, isWhole } from '../../shared/ownCondition'
import { useRecurring } from '../../shared/queries'
import { ended } from '../../shared/sentences'
import { Lines, Part } from './EntryParts'
import { countOf, csvOf, jsonOf, merged, readFirmBook } from './firmFile'

type Props = { book: BookAnswer; rules: FirmRulesFact; onChange: (fields: Partial<FirmRulesFact>) => void }

/** The firm's own conditions: apart from the shipped book, changed here, exported and imported with all else the firm has of its own. */
export function FirmConditions({ book, rules, onChange }: Props) {
  const [problems, setProblems] = useState<string[]>([])
  const [imported, setImported] = useState(0)
  const [edited, setEdited] = useState<string | null>(null)
  const conditions = rules.conditions ?? []
  const take = async (file: File) => {
    const read = readFirmBook(await file.text(), book)
    setProblems(read.problems)
    setImported(countOf(read.firm))
    if (read.problems.length === 0) onChange(merged(rules, read.firm))
  }
  const save = (before: OwnCondition, own: OwnCondition) => {
    setEdited(null)
    onChange({ conditions: conditions.map((other) => (other === before ? own : other)) })
  }
  return (
    <Part title="Firm conditions">
      {conditions.length === 0 ? (
        <Text color="faint">None yet. A finding in your own words can be saved here.</Text>
      ) : (
        <Lines
          of={conditions.map((own) =>
            own.title === edited ? (
              <OwnForm
                key={own.title}
                own={own}
                taken={conditions.filter((other) => other !== own).map(({ title }) => title)}
                onSave={(next) => save(own, next)}
                onCancel={() => setEdited(null)}
              />
            ) : (
              <span key={own.title}>
                <strong>{own.title}</strong>: {ended(own.seen)} {consequences[own.consequence]}.{' '}
                {ended(own.recommendation)}
                {own.trade ? ` By: ${own.trade}.` : ''}
                {own.by ? ` Written by ${own.by}.` : ''}{' '}
                <Button
                  variant="outline"
                  size="xs"
                  aria-label={`Edit ${own.title}`}
                  onClick={() => setEdited(own.title)}
                >
                  Edit
                </Button>{' '}
                <Button
                  variant="outline"
                  size="xs"
                  aria-label={`Delete ${own.title}`}
                  onClick={() => onChange({ conditions: conditions.filter((other) => other !== own) })}
                >
                  Delete
                </Button>
              </span>
            ),
          )}
        />
      )}
      <Recurring conditions={conditions} onSave={(own) => onChange({ conditions: [...conditions, own] })} />
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        {conditions.length > 0 && (
          <Button size="sm" variant="outline" onClick={() => download('conditions.csv', 'text/csv', csvOf(conditions))}>
            Export CSV
          </Button>
        )}
        {countOf(merged(rules, {})) > 0 && (
          <Button
            size="sm"
            variant="outline"
            onClick={() => download('firm-book.json', 'application/json', jsonOf(rules))}
          >
            Export JSON
          </Button>
        )}
        <ImportKey accept=".csv,.json,text/csv,application/json" onFile={(file) => void take(file)}>
          Import CSV or JSON
        </ImportKey>
      </Flex>
      <ImportOutcome imported={imported} one="entry" several="entries" problems={problems} />
    </Part>
  )
}

type RecurringProps = { conditions: OwnCondition[]; onSave: (own: OwnCondition) => void }

/** What was recorded in own words more than once, offered to become one of the firm's. */
function Recurring({ conditions, onSave }: RecurringProps) {
  const recurring = useRecurring()
  const known = new Set(conditions.map(({ title }) => title.trim().toLowerCase()))
  // One that was just saved is gone before the server has said so.
  const found = (recurring.data?.findings ?? []).filter(({ own }) => !known.has(own.title.trim().toLowerCase()))
  if (found.length === 0) return null
  return (
    <Box as="section" mt="2" aria-label="Recorded more than once">
      <Text fontSize="sm" color="faint">
        Recorded in own words more than once:
      </Text>
      <Lines
        of={found.map(({ own, count }) => (
          <span key={own.title}>
            <strong>{own.title}</strong> ({count} findings){' '}
            <Button
              variant="outline"
              size="xs"
              aria-label={`Save ${own.title} for the firm`}
              onClick={() => onSave(own)}
            >
              Save for the firm
            </Button>
          </span>
        ))}
      />
    </Box>
  )
}

type FormProps = {
  own: OwnCondition
  taken: string[]
  onSave: (own: OwnCondition) => void
  onCancel: () => void
}

function OwnForm({ own, taken, onSave, onCancel }: FormProps) {
  const [draft, setDraft] = useState(own)
  const [words, setWords] = useState((own.words ?? []).join(', '))
  const again = taken.includes(draft.title.trim())
  const save = () => {
    const list = commaList(words)
    onSave({ ...draft, title: draft.title.trim(), words: list.length > 0 ? list : null })
  }
  return (
    <Stack gap="2" as="section" aria-label={`Edit ${own.title}`}>
      <OwnConditionFields own={draft} onChange={setDraft} />
      <Labelled wide label="Search words, separated by commas">
        <Input value={words} onChange={(event) => setWords(event.target.value)} />
      </Labelled>
      {again && <Text color="fg.error">Another condition has this title. Give it one of its own.</Text>}
      {!isWhole(draft) && <Text color="fg.error">A title, what you saw and what you recommend are needed.</Text>}
      <Flex gap="2">
        <Button size="sm" disabled={again || !isWhole(draft)} onClick={save}>
          Save
        </Button>
        <Button size="sm" variant="outline" onClick={onCancel}>
          Cancel
        </Button>
      </Flex>
    </Stack>
  )
}
