import { Box, Button, Flex, Heading, SimpleGrid, Stack, Text, Textarea } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { api, dataOf } from '../../api/client'
import type { ImportedOutline, PartKind, PlanFact, PlanPart, SlopeFact, StarterForm, Under } from '../../api/types'
import { compute } from '../../core/core'
import { useCore } from '../../core/useCore'
import { Choice } from '../../shared/Choice'
import type { Change } from '../../shared/facts'
import { MeasureInput, useParsed } from '../../shared/MeasureInput'
import { feetText } from '../../shared/roofPlan/planMath'
import { formNames, partNames } from '../../shared/roofPlan/planWords'
import { type PlanScene, requestOf } from '../../shared/roofPlan/roofPlan'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { facings } from '../../shared/words'
import { Outlines } from './Outlines'

type Ways = 'form' | 'runs' | 'file' | 'above'
const ways: Record<Ways, string> = {
  form: 'A common form',
  runs: 'Type the runs',
  file: 'A GeoJSON file',
  above: 'Outline from above (simulated)',
}

/** Feet that a form begins with; drawn before anything is taped. */
const usual = {
  width: 480,
  depth: 336,
  porchWidth: 192,
  porchDepth: 96,
  height: 120,
  overhang: 12,
  stepDown: 24,
} as const

type Props = {
  scene: PlanScene
  onMade: (next: PlanFact, more?: Change[]) => Promise<void>
  onCancel?: () => void
}

/** A first plan, or one more part of it. */
export function MakePart({ scene, onMade, onCancel }: Props) {
  const [way, setWay] = useState<Ways>('form')
  const first = !scene.plan || scene.plan.parts.length === 0
  const waiting = waitingSlopes(scene)
  const addParts = (parts: PlanPart[], sized: boolean, source: string) =>
    onMade({
      ...(scene.plan ?? emptyPlan(scene.roofId)),
      sized: first ? sized : (scene.plan?.sized ?? sized),
      source: first ? source : (scene.plan?.source ?? source),
      parts: [...(scene.plan?.parts ?? []), ...parts],
    })
  return (
    <Stack gap="4" className="k-sheet">
      <Flex justify="space-between" align="center" gap="3">
        <Heading as="h2" size="lg">
          {first ? 'Begin the plan' : 'Add a part'}
        </Heading>
        {onCancel && (
          <Button variant="outline" onClick={onCancel}>
            Back to the plan
          </Button>
        )}
      </Flex>
      <Choice label="How" hideLabel value={way} options={ways} onChange={setWay} />
      {waiting.length > 0 && (
        <Text>
          Slope{waiting.length > 1 && 's'} {waiting.map(({ letter }) => letter).join(', ')} have letters and no place
          yet; new slopes that fall the same way take them over with all that hangs on them.
        </Text>
      )}
      {way === 'form' && <FromForm scene={scene} first={first} waiting={waiting} onParts={addParts} />}
      {way === 'runs' && <FromRuns waiting={waiting} onParts={addParts} />}
      {way === 'file' && <FromFile waiting={waiting} onParts={addParts} scene={scene} onWhole={onMade} />}
      {way === 'above' && <FromAbove scene={scene} waiting={waiting} onParts={addParts} />}
    </Stack>
  )
}

export const emptyPlan = (roofId: string): PlanFact => ({
  id: newId(),
  roofId,
  sized: false,
  source: '',
  parts: [],
  zones: [],
  wallInches: 6,
  iceBarrierInches: null,
  iceBarrierAsked: true,
})

/** Slopes that were lettered on the walk and are not on the plan. */
export function waitingSlopes(scene: PlanScene): SlopeFact[] {
  const placed = new Set(
    scene.plan?.parts.flatMap((part) =>
      part.alone ? [part.alone.slopeId] : part.corners.map(({ slopeId }) => slopeId),
    ),
  )
  return scene.slopes.filter((slope) => !slope.retiredOn && !placed.has(slope.id))
}

type OnParts = (parts: PlanPart[], sized: boolean, source: string) => Promise<void>

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

function FromForm({
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
      // A dormer's ridge runs down the slope it stands on, and its gable looks downhill; a shed dormer falls the same way.
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
          label={form === 'l' || form === 't' ? 'The wing looks' : 'Its front, along the ridge, looks'}
          value={front}
          options={facings}
          onChange={(facing) => setFront(facing)}
        />
      )}
      {kind === 'dormer' && (
        <Box>
          <Text className="k-label">Stands on</Text>
          <select
            className="k-select"
            aria-label="Stands on"
            value={onSlope}
            onChange={(e) => setOnSlope(e.target.value)}
          >
            <option value="">choose the slope</option>
            {scene.slopes
              .filter((slope) => !slope.retiredOn && !waiting.includes(slope))
              .map((slope) => (
                <option key={slope.id} value={slope.id}>
                  slope {slope.letter}
                </option>
              ))}
          </select>
        </Box>
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
        <Button size="xl" colorPalette="verdigris" loading={make.isPending} onClick={() => make.mutate()}>
          {sized ? 'Put it on the plan' : 'Letters now, sizes later'}
        </Button>
        {!sized && <Text color="faint">Without width and depth the slopes get letters and nothing is measured.</Text>}
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

/** A footprint walked round, with the pitch of all its slopes; gables are made afterwards. */
function FromRuns({ waiting, onParts }: { waiting: SlopeFact[]; onParts: OnParts }) {
  const [text, setText] = useState('')
  const [pitch, setPitch] = useState('6/12')
  const [height, setHeight] = useState(`10'`)
  const runs = useCore('plan-runs', text.trim() ? { text } : undefined)
  const readPitch = useParsed(pitch, 'pitch')
  const readHeight = useParsed(height, 'length', 'foot')
  const make = useMutation({
    networkMode: 'always',
    mutationFn: () =>
      onParts(
        [
          partOf(runs?.corners ?? [], {
            rise: readPitch?.value ?? 6,
            height: readHeight?.value ?? usual.height,
            kind: 'house',
            name: '',
            waiting,
          }),
        ],
        true,
        'Runs as typed',
      ),
  })
  const shape = text.trim() ? runs : undefined
  const ready = shape && shape.problems.length === 0 && shape.corners.length > 2 && (readPitch?.value ?? 0) > 0
  return (
    <Stack gap="3">
      <Box>
        <label className="k-label" htmlFor="runs">
          Runs, as you walk round the eaves
        </label>
        <Textarea
          id="runs"
          rows={4}
          value={text}
          onChange={(event) => setText(event.target.value)}
          placeholder={`east 42', north 18' 6", west 12', north 10', west 30', south 28' 6"`}
        />
      </Box>
      {shape?.problems.map((problem) => (
        <Text key={`${problem.run}${problem.code}`} color="fg.error" role="alert">
          {problem.text}
        </Text>
      ))}
      {shape && shape.corners.length > 2 && (
        <Flex gap="4" align="center">
          <svg className="k-runs" viewBox={boxOf(shape.corners)} role="img" aria-label="The footprint of the runs">
            <polygon
              points={shape.corners.map(({ x, y }) => `${x},${-y}`).join(' ')}
              vectorEffect="non-scaling-stroke"
            />
          </svg>
          <Text>
            {shape.closing
              ? `Ends ${feetText(shape.gapInches)} from where it began; closed by ${shape.closing}.`
              : 'It closes.'}
          </Text>
        </Flex>
      )}
      <SimpleGrid columns={2} gap="3">
        <MeasureInput label="Pitch of its slopes" typed={pitch} onTyped={setPitch} unit="pitch" hint="6/12" />
        <MeasureInput label="Eave height" typed={height} onTyped={setHeight} unit="length" bareUnit="foot" hint="10'" />
      </SimpleGrid>
      <Button
        size="xl"
        colorPalette="verdigris"
        disabled={!ready}
        loading={make.isPending}
        onClick={() => make.mutate()}
      >
        Raise the roof over it
      </Button>
      {make.isError && <Trouble error={make.error} />}
    </Stack>
  )
}

function FromFile({
  scene,
  waiting,
  onParts,
  onWhole,
}: {
  scene: PlanScene
  waiting: SlopeFact[]
  onParts: OnParts
  onWhole: Props['onMade']
}) {
  const [unit, setUnit] = useState<'degrees' | 'feet' | 'metres'>('degrees')
  const [text, setText] = useState<string | null>(null)
  const read = useCore('plan-import', text === null ? undefined : { text, unit, risePer12: 6 })
  const answer = text === null ? undefined : read
  const own = answer?.plan
  return (
    <Stack gap="3">
      <Choice
        label="Its coordinates are"
        value={unit}
        options={{ degrees: 'Longitude, latitude', feet: 'Feet', metres: 'Metres' }}
        onChange={setUnit}
      />
      <input
        type="file"
        aria-label="GeoJSON file"
        accept=".geojson,.json,application/geo+json,application/json"
        onChange={async (event) => {
          const [file] = event.target.files ?? []
          if (file) setText(await file.text())
        }}
      />
      {answer?.problems.map((problem) => (
        <Text key={problem.code} color="fg.error" role="alert">
          {problem.text}
        </Text>
      ))}
      {own && (
        <Box>
          <Text mb="2">
            A plan of Kalpa’s own: {own.parts.length} {own.parts.length === 1 ? 'part' : 'parts'},{' '}
            {answer.details.length} details. It takes the place of this roof’s plan; undo brings the old one back.
          </Text>
          <Button
            size="xl"
            colorPalette="verdigris"
            onClick={() =>
              onWhole(
                { ...own, id: scene.plan?.id ?? own.id, roofId: scene.roofId },
                answer.details.map((fact) => ({ kind: 'detail', fact: { ...fact, roofId: scene.roofId } })),
              )
            }
          >
            Take it over
          </Button>
        </Box>
      )}
      {answer && (
        <Outlines
          outlines={answer.outlines}
          onTake={(outline) => onParts([outlinePart(outline, waiting)], true, 'A GeoJSON file')}
        />
      )}
    </Stack>
  )
}

/** A supplier that ships with Kalpa and is plainly made up; it can be told to fail, so that one knows what that looks like. */
function FromAbove({ scene, waiting, onParts }: { scene: PlanScene; waiting: SlopeFact[]; onParts: OnParts }) {
  const [fail, setFail] = useState(false)
  const fetched = useMutation({
    mutationFn: async () => {
      const answer = await dataOf(
        api.GET('/api/properties/{id}/outlines', { params: { path: { id: scene.propertyId }, query: { fail } } }),
      )
      const read = await compute('plan-import', { text: answer.geoJson, unit: 'degrees', risePer12: 6 })
      return { from: answer.from, address: answer.address, outlines: read.outlines }
    },
  })
  return (
    <Stack gap="3">
      <Text>
        This supplier is simulated: it ships with Kalpa, knows the addresses of the demo, and sells nothing. Check every
        outline against the tape.
      </Text>
      <label className="k-key" data-on={fail || undefined}>
        <input type="checkbox" checked={fail} onChange={(event) => setFail(event.target.checked)} />
        <span>Let it fail, to see what that looks like</span>
      </label>
      <Button
        size="xl"
        colorPalette="verdigris"
        loading={fetched.isPending}
        loadingText="Asking the supplier"
        onClick={() => fetched.mutate()}
      >
        Ask for this address
      </Button>
      {fetched.isError && <Trouble error={fetched.error} onRetry={() => fetched.mutate()} />}
      {fetched.data && (
        <>
          <Text color="faint">
            {fetched.data.from}, {fetched.data.address}
          </Text>
          <Outlines
            outlines={fetched.data.outlines}
            onTake={(outline) => onParts([outlinePart(outline, waiting)], true, fetched.data.from)}
          />
        </>
      )}
    </Stack>
  )
}

const boxOf = (corners: { x: number; y: number }[]) => {
  const xs = corners.map(({ x }) => x)
  const ys = corners.map(({ y }) => -y)
  const [west, top] = [Math.min(...xs), Math.min(...ys)]
  const size = Math.max(Math.max(...xs) - west, Math.max(...ys) - top) * 0.06
  return `${west - size} ${top - size} ${Math.max(...xs) - west + 2 * size} ${Math.max(...ys) - top + 2 * size}`
}

const outlinePart = (outline: ImportedOutline, waiting: SlopeFact[]) =>
  partOf(outline.corners, {
    rise: 6,
    height: outline.heightInches > 0 ? outline.heightInches : usual.height,
    kind: /porch/i.test(outline.name) ? 'porch' : 'house',
    name: outline.name,
    waiting,
  })

/** A part over an outline, hipped all round; edges take over lettered slopes that fall their way. */
export function partOf(
  corners: { x: number; y: number }[],
  said: { rise: number; height: number; kind: PartKind; name: string; waiting: SlopeFact[] },
): PlanPart {
  const free = [...said.waiting]
  const points = Object.keys(facings)
  const under: Under = said.kind === 'porch' ? 'porch' : 'attic'
  return {
    id: newId(),
    name: said.name,
    kind: said.kind,
    heightInches: said.height,
    alone: null,
    onSlope: null,
    under,
    corners: corners.map(({ x, y }, i) => {
      const next = corners[(i + 1) % corners.length] ?? { x, y }
      const azimuth = (Math.atan2(next.y - y, -(next.x - x)) * 180) / Math.PI
      const falls = points[Math.round((((azimuth % 360) + 360) % 360) / 45) % 8]
      const at = free.findIndex((slope) => slope.facing === falls)
      const [taken] = at >= 0 ? free.splice(at, 1) : []
      return {
        id: newId(),
        x,
        y,
        slopeId: taken?.id ?? newId(),
        risePer12: taken && taken.pitch.risePer12 > 0 ? taken.pitch.risePer12 : said.rise,
        gable: false,
        overhangInches: 12,
        parapetInches: 0,
      }
    }),
  }
}
