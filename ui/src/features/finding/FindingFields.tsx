import { Checkbox, Field, Flex, Input, Stack, Text, Textarea } from '@chakra-ui/react'
import type { Amount, Condition, FindingFact, ProofKind } from '../../api/types'
import { ManyChoice } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { Select } from '../../shared/Select'
import { useVisitContext } from '../../shared/visitContext'
import { bases, evidences, extents, outcomes, proofs, timeText } from '../../shared/words'
import { AmountField } from './AmountField'

type OnChange = (fields: Partial<FindingFact>) => void

/** Where it is: the slope and the station. */
export function PlaceFields({ draft, onChange }: { draft: FindingFact; onChange: OnChange }) {
  const { visit, book } = useVisitContext()
  const letters = Object.fromEntries([
    ...visit.facts.slopes.map((slope) => [slope.id, slope.letter]),
    ['', 'No slope'],
  ]) as Record<string, string>
  return (
    <Flex gap="4" wrap="wrap" align="end">
      <Choice
        label="Slope"
        value={draft.slopeId ?? ''}
        options={letters}
        onChange={(id) => onChange({ slopeId: id || null })}
      />
      <Select
        label="Station"
        value={draft.station}
        options={book.stations.map(({ key, name }) => [key, name] as const)}
        onChange={(station) => onChange({ station })}
      />
    </Flex>
  )
}

/** What goes with it: water, extent, people below, words. */
export function SeenFields({
  draft,
  condition,
  assessed,
  onChange,
  onUnread,
}: {
  draft: FindingFact
  condition: Condition
  assessed: Amount | null | undefined
  onChange: OnChange
  onUnread: (unread: boolean) => void
}) {
  return (
    <Stack gap="4">
      <Choice
        label="Water signs"
        value={draft.evidence}
        options={evidences}
        onChange={(evidence) => onChange({ evidence })}
      />
      <Choice
        label="Extent"
        value={draft.extent}
        options={extents}
        // Another extent is another amount: what was counted for the one before does not hold.
        onChange={(extent) => onChange({ extent, amount: null })}
        beside={
          <AmountField
            draft={draft}
            condition={condition}
            assessed={assessed}
            onChange={onChange}
            onUnread={onUnread}
          />
        }
      />
      {(condition.canFall || condition.consequence === 'lifeSafety') && (
        <Checkbox.Root
          size="lg"
          checked={draft.peopleBelow}
          onCheckedChange={({ checked }) => onChange({ peopleBelow: checked === true })}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label>People pass or stand below</Checkbox.Label>
        </Checkbox.Root>
      )}
    </Stack>
  )
}

/** What a visit can do without: words, what is to come of it, what it may come from. */
export function FurtherFields({
  draft,
  condition,
  onChange,
}: {
  draft: FindingFact
  condition: Condition
  onChange: OnChange
}) {
  return (
    <Stack gap="4">
      <Field.Root>
        <Field.Label>Note (optional)</Field.Label>
        <Textarea value={draft.note} onChange={(event) => onChange({ note: event.target.value })} rows={2} />
      </Field.Root>
      <Choice
        label="Basis"
        value={draft.basis ?? 'observed'}
        options={bases}
        onChange={(basis) => onChange({ basis })}
      />
      <Choice
        label="Recommendation"
        value={draft.outcome ?? 'mend'}
        options={outcomes}
        onChange={(outcome) => onChange({ outcome })}
      />
      <CauseFields draft={draft} condition={condition} onChange={onChange} />
      {(draft.earlier ?? []).map((earlier) => (
        <Text key={earlier.until} fontSize="sm" color="faint">
          Until {timeText(earlier.until)}: {earlier.condition.replaceAll('-', ' ')}
          {earlier.measured && `, ${earlier.measured}`}, {evidences[earlier.evidence].toLowerCase()},{' '}
          {outcomes[earlier.outcome].toLowerCase()}. Changed: {earlier.reason.toLowerCase()}.
        </Text>
      ))}
    </Stack>
  )
}

/** A cause is held open until two kinds of proof stand behind it. */
function CauseFields({ draft, condition, onChange }: { draft: FindingFact; condition: Condition; onChange: OnChange }) {
  const cause = draft.cause
  const likely = Object.fromEntries((condition.causes ?? []).map((words) => [words, words])) as Record<string, string>
  const set = (words: string, kinds: ProofKind[] = cause?.proofs ?? []) =>
    onChange({ cause: words ? { words, proofs: kinds } : null })
  return (
    <Stack gap="2">
      {Object.keys(likely).length > 0 && (
        <Choice label="Likely cause" value={cause?.words ?? null} options={likely} onChange={(words) => set(words)} />
      )}
      <Input
        aria-label="Cause in your words"
        placeholder="or another cause"
        value={cause && !(cause.words in likely) ? cause.words : ''}
        onChange={(event) => set(event.target.value)}
      />
      {cause && (
        <>
          <ManyChoice
            label="Confirmed by"
            chosen={cause.proofs}
            options={proofs}
            onChange={(kinds) => set(cause.words, kinds)}
          />
          <Text fontSize="sm" color="faint">
            {new Set(cause.proofs).size >= 2 ? 'Confirmed two ways.' : 'Suspected until confirmed a second way.'}
          </Text>
        </>
      )}
    </Stack>
  )
}
