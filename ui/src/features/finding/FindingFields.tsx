import { Checkbox, Field, Flex, Input, NativeSelect, Stack, Textarea } from '@chakra-ui/react'
import type { FindingFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useVisitContext } from '../../shared/visitContext'
import { evidences, extents } from '../../shared/words'

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
      <Field.Root w="13rem">
        <Field.Label>Station</Field.Label>
        <NativeSelect.Root>
          <NativeSelect.Field value={draft.station} onChange={(event) => onChange({ station: event.target.value })}>
            {book.stations.map((station) => (
              <option key={station.key} value={station.key}>
                {station.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field.Root>
    </Flex>
  )
}

/** What goes with it: water, extent, people below, words. */
export function SeenFields({ draft, canFall, onChange }: { draft: FindingFact; canFall: boolean; onChange: OnChange }) {
  return (
    <Stack gap="4">
      <Choice
        label="Signs of water"
        value={draft.evidence}
        options={evidences}
        onChange={(evidence) => onChange({ evidence })}
      />
      <Choice label="Extent" value={draft.extent} options={extents} onChange={(extent) => onChange({ extent })} />
      {canFall && (
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
      <Field.Root>
        <Field.Label>Where on it (optional)</Field.Label>
        <Input
          value={draft.place}
          onChange={(event) => onChange({ place: event.target.value })}
          placeholder="third course above the eave"
        />
      </Field.Root>
      <Field.Root>
        <Field.Label>Note (optional)</Field.Label>
        <Textarea value={draft.note} onChange={(event) => onChange({ note: event.target.value })} rows={2} />
      </Field.Root>
    </Stack>
  )
}
