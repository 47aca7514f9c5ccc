import { Box, Button, Checkbox, Flex, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FindingFact, PondCorner, PondSeen, RoofPond } from '../../api/types'
import { FiguredField } from '../../shared/FiguredField'
import { PlanPicker } from '../../shared/roofPlan/PlanPicker'
import { sceneOfVisit } from '../../shared/roofPlan/scenes'
import { Caution } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { pinnedScene } from './PlanPlace'

/** The finding that is standing water: it has a depth, an outline and a weight. */
export const pondCondition = 'ponding'

const LEAST_CORNERS = 3
const MOST_CORNERS = 60
const DEEPEST_INCHES = 48

type Props = {
  draft: FindingFact
  pond: RoofPond | undefined
  onChange: (fields: Partial<FindingFact>) => void
  /** Whether a depth is typed that cannot be read, or an outline is not closed: it would be lost by saving. */
  onUnread: (unread: boolean) => void
}

/** Standing water: how deep, how large by its outline on the plan, and what it weighs. */
export function PondFields({ draft, pond, onChange, onUnread }: Props) {
  const { visit, assessment } = useVisitContext()
  const [drawing, setDrawing] = useState(false)
  const [unread, setUnread] = useState<ReadonlySet<string>>(new Set())
  const seen: PondSeen = draft.pond ?? { newEquipment: false }
  // One or two corners are no outline yet: they are kept on the screen, and block saving.
  const [begun, setBegun] = useState<PondCorner[]>([])
  const outline = seen.outline ?? begun
  const mark = (what: string, wrong: boolean) => {
    const next = new Set(unread)
    if (wrong) next.add(what)
    else next.delete(what)
    setUnread(next)
    onUnread(next.size > 0)
  }
  const set = (fields: Partial<PondSeen>, slopeId = draft.slopeId) => {
    const next = { ...seen, ...fields }
    const empty = next.deepestInches == null && next.averageInches == null && !next.outline && !next.newEquipment
    onChange({ slopeId, pond: empty ? null : next })
  }
  const draw = (corners: PondCorner[], slopeId = draft.slopeId) => {
    const whole = corners.length >= LEAST_CORNERS
    setBegun(whole ? [] : corners)
    mark('outline', corners.length > 0 && !whole)
    set({ outline: whole ? corners : null }, slopeId)
  }
  const sized = visit.facts.plan?.sized === true
  return (
    <Stack gap="3">
      <Flex gap="4" wrap="wrap">
        <FiguredField
          label="Deepest, in"
          value={seen.deepestInches}
          most={DEEPEST_INCHES}
          example="1.5"
          onUnread={(wrong) => mark('deepest', wrong)}
          onValue={(deepestInches) => set({ deepestInches })}
        />
        <FiguredField
          label="Average depth, in (if measured)"
          value={seen.averageInches}
          most={seen.deepestInches ?? DEEPEST_INCHES}
          example="0.75"
          onUnread={(wrong) => mark('average', wrong)}
          onValue={(averageInches) => set({ averageInches })}
        />
      </Flex>
      <Checkbox.Root
        size="lg"
        checked={seen.newEquipment === true}
        onCheckedChange={({ checked }) => set({ newEquipment: checked === true })}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label>New equipment was set near it</Checkbox.Label>
      </Checkbox.Root>
      {sized && (
        <Box>
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1" minW="10rem">
              {outline.length >= LEAST_CORNERS
                ? 'Outline drawn on the plan'
                : outline.length > 0
                  ? `${outline.length} of at least ${LEAST_CORNERS} corners`
                  : 'No outline drawn: the area typed above counts'}
            </Text>
            <Button variant="outline" size="lg" aria-expanded={drawing} onClick={() => setDrawing(!drawing)}>
              {drawing ? 'Hide plan' : 'Draw the pond'}
            </Button>
            {outline.length > 0 && (
              <>
                <Button variant="outline" size="lg" onClick={() => draw(outline.slice(0, -1))}>
                  Undo corner
                </Button>
                <Button variant="outline" size="lg" onClick={() => draw([])}>
                  Clear
                </Button>
              </>
            )}
          </Flex>
          {drawing && (
            <Box mt="2">
              <Text fontSize="sm" color="faint" mb="1">
                Tap the corners of the water or its ring, one after the other, on one slope.
              </Text>
              <PlanPicker
                scene={pinnedScene({ ...draft, pond: { ...seen, outline } }, sceneOfVisit(visit, assessment))}
                height="clamp(16rem, 42vh, 30rem)"
                chosenSlope={draft.slopeId ?? null}
                onSpot={({ slopeId, along, up }) => {
                  // A corner on another slope begins another pond.
                  const kept = slopeId === draft.slopeId ? outline : []
                  if (kept.length < MOST_CORNERS) draw([...kept, { along, up }], slopeId)
                }}
              />
            </Box>
          )}
        </Box>
      )}
      {pond && <PondTold pond={pond} />}
    </Stack>
  )
}

function PondTold({ pond }: { pond: RoofPond }) {
  const share = pond.shareOfSlope == null ? '' : `${Math.round(pond.shareOfSlope * 100)}% of the slope`
  if (!pond.answer) {
    const square = `${Math.round(pond.squareFeet).toLocaleString('en-US')} sq ft`
    return <Text>{[square, share].filter(Boolean).join(', ')}. Measure its depth to know its weight.</Text>
  }
  return (
    <Box role="status">
      {pond.answer.askEngineer ? <Caution>{pond.answer.words}</Caution> : <Text>{pond.answer.words}</Text>}
      {share && <Text>It covers {share}.</Text>}
    </Box>
  )
}
