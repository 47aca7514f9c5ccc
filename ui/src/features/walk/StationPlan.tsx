import { Box, Button, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Station } from '../../api/types'
import { PlanPicker } from '../../shared/roofPlan/PlanPicker'
import { sceneOfVisit } from '../../shared/roofPlan/scenes'
import { useVisitContext } from '../../shared/visitContext'

const bringIntoSight = (board: HTMLElement | null) => board?.scrollIntoView({ block: 'nearest' })

/** The plan at hand on the walk: a tap on a slope or a detail begins a finding there; pins open theirs. */
export function StationPlan({ station }: { station: Station }) {
  const { visit, assessment } = useVisitContext()
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  if (!visit.facts.plan || visit.facts.plan.parts.length === 0) return null
  const begin = (place: string) => navigate(`${visit.base}/findings/new?station=${station.key}&${place}`)
  return (
    <Box>
      <Button variant="outline" size="lg" onClick={() => setOpen(!open)} aria-expanded={open}>
        {open ? 'Hide plan' : 'Show the plan'}
      </Button>
      {open && (
        <Box mt="2" ref={bringIntoSight}>
          <PlanPicker
            scene={sceneOfVisit(visit, assessment)}
            height="clamp(16rem, 42vh, 30rem)"
            onSpot={({ slopeId, along, up }) => begin(`slope=${slopeId}&at=${along},${up}`)}
            onDetail={(id) => {
              const detail = (visit.facts.details ?? []).find((other) => other.id === id)
              if (detail) begin(`slope=${detail.spot.slopeId}&detail=${id}`)
            }}
            onFinding={(id) => navigate(`${visit.base}/findings/${id}`)}
          />
          <Text fontSize="sm" color="faint">
            Tap a place or a detail for a new finding there; a number opens its finding.
          </Text>
        </Box>
      )}
    </Box>
  )
}
