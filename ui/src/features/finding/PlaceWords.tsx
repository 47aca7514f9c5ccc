import { Box, Field, Input } from '@chakra-ui/react'
import type { FindingFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useVisitContext } from '../../shared/visitContext'
import { knownPlaces } from './knownPlaces'

/** Where it is, in words; one tap for a place that has a name already. */
export function PlaceWords({
  draft,
  onChange,
}: {
  draft: FindingFact
  onChange: (fields: Partial<FindingFact>) => void
}) {
  const { visit } = useVisitContext()
  const known = knownPlaces(draft, visit.facts.findings, visit.facts.details ?? [])
  return (
    <Box>
      <Field.Root>
        <Field.Label>Location (optional)</Field.Label>
        <Input
          size="lg"
          value={draft.place}
          onChange={(event) => onChange({ place: event.target.value })}
          placeholder="Chimney, bath vent, front eave"
        />
      </Field.Root>
      {known.length > 0 && (
        <Box mt="2">
          <Choice
            label="Named before"
            hideLabel
            value={known.find((place) => place === draft.place) ?? null}
            options={Object.fromEntries(known.map((place) => [place, place])) as Record<string, string>}
            onChange={(place) => onChange({ place })}
          />
        </Box>
      )}
    </Box>
  )
}
