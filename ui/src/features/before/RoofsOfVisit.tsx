import { Flex, Heading, Stack, Text } from '@chakra-ui/react'
import type { RoofVisit, VisitDossier } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

/** Which of the property's roofs the visit looks at. One with something recorded on it stays: what was seen is not taken out of the report. */
export function RoofsOfVisit() {
  const { dossier } = useVisitContext()
  const record = useRecord(dossier.heads)
  if (dossier.propertyRoofs.length < 2) return null
  const { visit } = dossier
  const toggle = (id: string) => {
    const roofs = visit.roofs.includes(id) ? visit.roofs.filter((other) => other !== id) : [...visit.roofs, id]
    record.mutate([{ kind: 'visit', fact: { ...visit, roofs } }])
  }
  return (
    <Stack className="k-sheet" as="section" aria-label="Roofs to inspect" gap="2">
      <Heading as="h2" size="lg">
        Roofs to inspect
      </Heading>
      <Flex gap="2" wrap="wrap">
        {dossier.propertyRoofs.map(({ roofId, name }) => {
          const on = visit.roofs.includes(roofId)
          const stays = on && held(dossier, roofId)
          return (
            <button
              key={roofId}
              type="button"
              className="k-key"
              aria-pressed={on}
              data-on={on || undefined}
              aria-disabled={stays || undefined}
              onClick={() => !stays && toggle(roofId)}
            >
              {name}
            </button>
          )
        })}
      </Flex>
      {visit.roofs.length > 0 && (
        <Text fontSize="sm" color="faint">
          They are inspected and reported one after the other. A roof with records cannot be removed.
        </Text>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

/** The only roof, or one that something was recorded on. */
const held = ({ visit, roofs }: VisitDossier, id: string) =>
  visit.roofs.length < 2 || roofs.some((one) => one.roof.id === id && recorded(one))

function recorded({ facts }: RoofVisit): boolean {
  const { lastTime, pastVisits, ...lists } = facts.records ?? {}
  return [facts.looks, facts.stages, facts.findings, ...Object.values(lists)].some(
    (list) => Array.isArray(list) && list.length > 0,
  )
}
