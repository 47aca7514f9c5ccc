import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { MapPin } from 'lucide-react'
import { useState } from 'react'
import type { FindingFact } from '../../api/types'
import { PlanPicker } from '../../shared/roofPlan/PlanPicker'
import { detailName } from '../../shared/roofPlan/planWords'
import { sceneOfVisit } from '../../shared/roofPlan/scenes'
import { useVisitContext } from '../../shared/visitContext'

type Props = { draft: FindingFact; onChange: (fields: Partial<FindingFact>) => void }

/** Where on the plan the finding is pinned: at a place, or on a detail. */
export function PlanPlace({ draft, onChange }: Props) {
  const { visit, assessment } = useVisitContext()
  const [open, setOpen] = useState(false)
  if (!visit.facts.plan || visit.facts.plan.parts.length === 0) return null
  const detail = (visit.facts.details ?? []).find(({ id }) => id === draft.detailId)
  const pinned = detail
    ? `On the plan: ${detailName(detail.kind).toLowerCase()}${detail.name ? `, ${detail.name}` : ''}`
    : draft.spot
      ? 'Pinned on the plan'
      : 'Not pinned on the plan'
  return (
    <Box>
      <Flex gap="3" align="center" wrap="wrap">
        <MapPin size={20} aria-hidden="true" />
        <Text flex="1">{pinned}</Text>
        <Button variant="outline" size="lg" onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Hide plan' : 'Pin on the plan'}
        </Button>
        {(draft.spot || detail) && (
          <Button variant="outline" size="lg" onClick={() => onChange({ spot: null, detailId: null })}>
            Unpin
          </Button>
        )}
      </Flex>
      {open && (
        <Box mt="2">
          <PlanPicker
            scene={pinnedScene(draft, sceneOfVisit(visit, assessment))}
            height="clamp(16rem, 42vh, 30rem)"
            chosenSlope={draft.slopeId ?? null}
            onSpot={(spot) => onChange({ spot, slopeId: spot.slopeId, detailId: null })}
            onDetail={(id) => {
              const chosen = (visit.facts.details ?? []).find((other) => other.id === id)
              if (chosen) onChange({ detailId: id, spot: null, slopeId: chosen.spot.slopeId })
            }}
          />
        </Box>
      )}
    </Box>
  )
}

/** The finding being written is shown on the plan where it is pinned now. */
export function pinnedScene(draft: FindingFact, scene: ReturnType<typeof sceneOfVisit>) {
  const known = scene.findings.find(({ fact }) => fact.id === draft.id)
  const mine = { fact: draft, number: known?.number ?? scene.findings.length + 1, name: known?.name ?? 'this one' }
  return { ...scene, findings: [...scene.findings.filter(({ fact }) => fact.id !== draft.id), mine] }
}
