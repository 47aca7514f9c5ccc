import { Button, Flex, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import type { PartKind, SlopeFact, StarterForm } from '../../api/types'
import { compute } from '../../core/core'
import { Choice } from '../../shared/Choice'
import { MeasureInput, useParsed } from '../../shared/MeasureInput'
import { formNames, partNames } from '../../shared/roofPlan/planWords'
import { type PlanScene, requestOf } from '../../shared/roofPlan/roofPlan'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { facings } from '../../shared/words'
import { type OnParts, usual } from './parts'

const azimuths = {
  south: 180,
  west: 270,
  north: 0,
  east: 90,
  southWest: 225,
  southEast: 135,
  northWest: 315,
  northEast: 45,
}

/** A common form, with its sizes or without. */
export function FromForm({
  scene,
  first,
  waiting,
  onParts,
}: {
  scene: PlanScene
  first: boolean
  waiting: SlopeFact[]
  onParts: OnParts
}) {
  const [form, setForm] = useState<StarterForm>(first ? 'gable' : 'shed')
  const [kind, setKind] = useState<PartKind>(first ? 'house' : 'porch')
  const [front, setFront] = useState<keyof typeof azimuths>('south')
  const [width, setWidth] = useState('')
  const [depth, setDepth] = useState('')
  const [pitch, setPitch] = useState('')
  const [height, setHeight] = useState('')
  const [onSlope, setOnSlope] = useState('')
  const readWidth = useParsed(width, 'length', 'foot')
  const readDepth = useParsed(depth, 'length', 'foot')
  const readPitch = useParsed(pitch, 'pitch')
  const readHeight = useParsed(height, 'length', 'foot')
  const unread = [readWidth, readDepth, readPitch, readHeight].some((read) => read?.problem)
  const halfSized = (readWidth?.value == null) !== (readDepth?.value == null)
  const zero = readWidth?.value === 0 || readDepth?.value === 0
  const homeless = kind === 'dormer' && onSlope === ''
  const held = unread
    ? 'Correct what is marked.'
    : zero
      ? 'Width and depth are more than zero.'
      : halfSized
        ? 'Give width and depth, or neither.'
        : homeless
          ? 'Choose the slope that the dormer is on.'
          : null
  const sized = readWidth?.value != null && readDepth?.value != null
  const small = kind === 'porch' || kind === 'shed' || kind === 'dormer'
  const make = useMutation({
    networkMode: 'always',
    mutationFn: async () => {
      const corners = scene.plan?.parts.flatMap((part) => part.corners) ?? []
      const below = corners.length > 0 ? Math.min(...corners.map(({ y }) => y)) : 0
      const middle =
        corners.length > 0 ? (Math.min(...corners.map(({ x }) => x)) + Math.max(...corners.map(({ x }) => x))) / 2 : 0
      const deep = readDepth?.value ?? (small ? usual.porchDepth : usual.depth)
      const wide = readWidth?.value ?? (small ? usual.porchWidth : usual.width)
      const host = kind === 'dormer' ? await hostOf(scene, onSlope) : null
      // A dormer's ridge runs down the slope it is built on, and its gable faces downhill; a shed dormer falls the same way.
      const crosswise = host !== null && form !== 'shed' && form !== 'flat'
      const { part, problem } = await compute('plan-starter', {
        form,
        width: crosswise ? deep : wide,
        depth: crosswise ? wide : deep,
        risePer12: readPitch?.value ?? (form === 'flat' ? 0.25 : small ? 3 : 6),
        frontAzimuth: host ? host.azimuth + (crosswise ? 90 : 0) : azimuths[front],
        x: host?.x ?? middle,
        // A new part lies beside the others, its top at their wall, until it is moved.
        y: host?.y ?? (corners.length > 0 ? below - deep / 2 + usual.overhang : 0),
        heightInches: readHeight?.value ?? host?.height ?? (small ? usual.height - usual.stepDown : usual.height),
        kind,
        newIds: Array.from({ length: 17 }, () => newId()),
        take: waiting,
        onSlope: host ? onSlope : null,
      })
      if (!part) throw new Error(problem?.text)
      await onParts([{ ...part, name: first ? '' : partNames[kind].toLowerCase() }], sized, 'A common form')
    },
  })
  return (
    <Stack gap="4">
      <Choice label="Form" value={form} options={formNames} onChange={setForm} />
      {!first && <Choice label="It is a" value={kind} options={partNames} onChange={setKind} />}
      {kind !== 'dormer' && (
        <Choice
          label={form === 'l' || form === 't' ? 'The wing faces' : 'Its front, along the ridge, faces'}
          value={front}
          options={facings}
          onChange={(facing) => setFront(facing)}
        />
      )}
      {kind === 'dormer' && (
        <Select
          label="Built on"
          none="choose the slope"
          value={onSlope}
          options={scene.slopes
            .filter((slope) => !slope.retiredOn && !waiting.includes(slope))
            .map(({ id, letter }) => [id, `slope ${letter}`] as const)}
          onChange={setOnSlope}
        />
      )}
      <SimpleGrid columns={2} gap="3">
        <MeasureInput
          label="Width, along the ridge"
          typed={width}
          onTyped={setWidth}
          unit="length"
          bareUnit="foot"
          hint="42' 6&quot;"
        />
        <MeasureInput label="Depth" typed={depth} onTyped={setDepth} unit="length" bareUnit="foot" hint="29'" />
        <MeasureInput label="Pitch" typed={pitch} onTyped={setPitch} unit="pitch" hint="6/12" />
        <MeasureInput label="Eave height" typed={height} onTyped={setHeight} unit="length" bareUnit="foot" hint="10'" />
      </SimpleGrid>
      <Flex gap="3" wrap="wrap" align="center">
        <Button
          size="xl"
          colorPalette="verdigris"
          disabled={held !== null}
          loading={make.isPending}
          onClick={() => make.mutate()}
        >
          {sized ? 'Add to the plan' : 'Letters now, sizes later'}
        </Button>
        {held && <Text role="status">{held}</Text>}
        {!sized && !held && (
          <Text color="faint">Without width and depth the slopes get letters and nothing is measured.</Text>
        )}
      </Flex>
      {make.isError && <Trouble error={make.error} />}
    </Stack>
  )
}

/** The slope that a dormer is put on: the middle of its ground, how high it stands there, and the way it falls. */
async function hostOf(scene: PlanScene, slopeId: string) {
  if (!scene.plan) return null
  const { facets } = await compute('plan', requestOf(scene, scene.plan))
  const facet = facets.find((other) => other.slopeId === slopeId)
  return facet
    ? {
        x: facet.labelX,
        y: facet.labelY,
        azimuth: facet.azimuthDegrees,
        height: (facet.lowInches + facet.highInches) / 2,
      }
    : null
}
