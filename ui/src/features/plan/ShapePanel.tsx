import { Button, Flex, Heading, Input, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { PlanAnswer, PlanEdit, PlanPart } from '../../api/types'
import { TypedAnswer } from '../../shared/Answers'
import { pitchText } from '../../shared/pitchText'
import { feetText } from '../../shared/roofPlan/planMath'
import { edgeNames } from '../../shared/roofPlan/planWords'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { Select } from '../../shared/Select'
import { upperFirst } from '../../shared/sentences'
import { newId } from '../../shared/uuid'
import { unders } from '../../shared/words'
import { KeptField } from './KeptField'
import { nameOf, type Picked } from './PlanHandles'

const splitKeeps = {
  longer: 'letter stays with the longer half',
  first: 'letter stays with the first half',
  second: 'letter stays with the second half',
} as const

type Props = {
  scene: PlanScene
  answer: PlanAnswer
  picked: Picked | null
  onPick: (picked: Picked | null) => void
  edit: (edit: PlanEdit) => Promise<string | null>
  onAdd: () => void
}

/** What is picked on the plan, to be put right by typing. */
export function ShapePanel({ scene, answer, picked, onPick, edit, onAdd }: Props) {
  const plan = scene.plan
  const part = plan?.parts.find(({ id }) => id === picked?.partId)
  const at = part ? part.corners.findIndex(({ id }) => id === picked?.cornerId) : -1
  return (
    <Stack gap="3">
      {part && at >= 0 && picked?.what === 'edge' && (
        <EdgeFields
          key={picked.cornerId}
          scene={scene}
          answer={answer}
          part={part}
          at={at}
          edit={edit}
          onPick={onPick}
        />
      )}
      {part && at >= 0 && picked?.what === 'corner' && (
        <CornerFields key={picked.cornerId} part={part} at={at} edit={edit} onPick={onPick} />
      )}
      {part && picked?.what === 'part' && (
        <PartFields key={part.id} scene={scene} part={part} edit={edit} onPick={onPick} />
      )}
      {!part && (
        <Text>
          Select a corner or an edge, or choose a part. Arrow keys move by an inch, with Shift by a foot; G turns an
          edge into a gable and back; Delete removes a corner.
        </Text>
      )}
      <Flex gap="2" wrap="wrap" align="center" borderTopWidth="1px" pt="3">
        {plan?.parts.map((other) => (
          <Button
            key={other.id}
            variant={other.id === picked?.partId ? 'solid' : 'outline'}
            onClick={() => onPick({ partId: other.id, what: 'part' })}
          >
            {upperFirst(nameOf(other))}
          </Button>
        ))}
        <Button variant="outline" borderStyle="dashed" onClick={onAdd}>
          Add a part
        </Button>
      </Flex>
    </Stack>
  )
}

type Fields = { part: PlanPart; edit: Props['edit']; onPick: Props['onPick'] }

function EdgeFields({
  scene,
  answer,
  part,
  at,
  edit,
  onPick,
}: Fields & { scene: PlanScene; answer: PlanAnswer; at: number }) {
  const corner = part.corners[at] as PlanPart['corners'][number]
  const next = part.corners[(at + 1) % part.corners.length] ?? corner
  const to = { partId: part.id, cornerId: corner.id }
  const slope = scene.slopes.find(({ id }) => id === (part.alone?.slopeId ?? corner.slopeId))
  const shown = answer.facets.some(({ slopeId }) => slopeId === corner.slopeId)
  const classes = new Set(answer.edges.filter((edge) => edge.slopeId === corner.slopeId).map((edge) => edge.class))
  const rise = part.alone ? part.alone.risePer12 : corner.risePer12
  const length = Math.hypot(next.x - corner.x, next.y - corner.y)
  const [problem, setProblem] = useState<string | null>(null)
  const [keeps, setKeeps] = useState<keyof typeof splitKeeps>('longer')
  const run = async (change: PlanEdit) => setProblem(await edit(change))
  return (
    <Stack gap="3">
      <Heading as="h2" size="md">
        Edge {at + 1} of {nameOf(part)}
        {corner.gable ? ', a gable' : slope && (shown || part.alone) ? `, slope ${slope.letter}` : ''}
      </Heading>
      <SimpleGrid columns={2} gap="3">
        <KeptField
          label="Length on plan"
          text={feetText(length)}
          unit="length"
          bareUnit="foot"
          onKeep={(inches) => edit({ verb: 'setLength', ...to, inches })}
        />
        {!corner.gable && (
          <KeptField
            label="Pitch"
            text={pitchText(rise)}
            unit="pitch"
            onKeep={(risePer12) => edit({ verb: 'setPitch', ...to, risePer12 })}
            hint={classes.size === 0 && !part.alone ? 'No slope shows from this edge.' : undefined}
          />
        )}
        <KeptField
          label="Overhang"
          text={`${corner.overhangInches} in`}
          unit="length"
          onKeep={(inches) => edit({ verb: 'setOverhang', ...to, inches })}
        />
        <KeptField
          label="Parapet height"
          text={corner.parapetInches ? `${corner.parapetInches} in` : '0 in'}
          unit="length"
          onKeep={(inches) => edit({ verb: 'setParapet', ...to, inches })}
        />
      </SimpleGrid>
      <Flex gap="2" wrap="wrap">
        {!part.alone && (
          <Button size="lg" variant="outline" onClick={() => run({ verb: 'toggleGable', ...to })}>
            {corner.gable ? 'Back to a slope' : 'Make it a gable'}
          </Button>
        )}
        <Button size="lg" variant="outline" onClick={() => run({ verb: 'moveEdge', ...to, inches: 12 })}>
          Out 1 ft
        </Button>
        <Button size="lg" variant="outline" onClick={() => run({ verb: 'moveEdge', ...to, inches: -12 })}>
          In 1 ft
        </Button>
        <Button
          size="lg"
          variant="outline"
          onClick={() =>
            run({
              verb: 'splitEdge',
              ...to,
              share: 0.5,
              newCornerId: newId(),
              newSlopeId: newId(),
              firstKeeps: keeps === 'longer' ? null : keeps === 'first',
            })
          }
        >
          Split in the middle
        </Button>
        <Select
          hideLabel
          label="After a split the slope’s letter stays with"
          value={keeps}
          options={splitKeeps}
          onChange={setKeeps}
        />
        <Button size="lg" variant="outline" onClick={() => onPick({ partId: part.id, what: 'part' })}>
          The whole part
        </Button>
      </Flex>
      {problem && <Text color="fg.error">{problem}</Text>}
      {shown && <Text color="faint">{[...classes].map((name) => edgeNames[name]).join(', ')} on this slope.</Text>}
    </Stack>
  )
}

function CornerFields({ part, at, edit, onPick }: Fields & { at: number }) {
  const corner = part.corners[at] as PlanPart['corners'][number]
  const to = { partId: part.id, cornerId: corner.id }
  const [problem, setProblem] = useState<string | null>(null)
  const nudge = async (x: number, y: number) =>
    setProblem(await edit({ verb: 'moveCorner', ...to, x: corner.x + x, y: corner.y + y }))
  return (
    <Stack gap="3">
      <Heading as="h2" size="md">
        Corner {at + 1} of {nameOf(part)}
      </Heading>
      <Flex gap="2" wrap="wrap">
        {(
          [
            ['West 1 in', -1, 0],
            ['East 1 in', 1, 0],
            ['North 1 in', 0, 1],
            ['South 1 in', 0, -1],
          ] as const
        ).map(([words, x, y]) => (
          <Button key={words} size="lg" variant="outline" onClick={() => nudge(x, y)}>
            {words}
          </Button>
        ))}
        <Button
          size="lg"
          variant="outline"
          onClick={async () => {
            const refused = await edit({ verb: 'removeCorner', ...to })
            setProblem(refused)
            if (!refused) onPick(null)
          }}
        >
          Remove the corner
        </Button>
      </Flex>
      {problem && <Text color="fg.error">{problem}</Text>}
    </Stack>
  )
}

function PartFields({ scene, part, edit, onPick }: Fields & { scene: PlanScene }) {
  const to = { partId: part.id }
  const own = new Set(part.alone ? [part.alone.slopeId] : part.corners.map(({ slopeId }) => slopeId))
  const hosts = scene.slopes.filter((slope) => !slope.retiredOn && !own.has(slope.id))
  const [problem, setProblem] = useState<string | null>(null)
  const run = async (change: PlanEdit) => setProblem(await edit(change))
  return (
    <Stack gap="3">
      <Heading as="h2" size="md">
        {upperFirst(nameOf(part))}
      </Heading>
      <SimpleGrid columns={2} gap="3">
        <TypedAnswer
          key={part.name}
          label="Name"
          typed={part.name}
          onKeep={(name) => void run({ verb: 'rename', ...to, name })}
        />
        <KeptField
          label="Eave height above ground"
          text={feetText(part.heightInches)}
          unit="length"
          bareUnit="foot"
          onKeep={(inches) => edit({ verb: 'setHeight', ...to, inches })}
        />
        <KeptField
          label={part.alone ? 'Pitch' : 'Pitch of all its slopes'}
          text={pitchOf(part)}
          unit="pitch"
          onKeep={(risePer12) => edit({ verb: 'setPitch', ...to, risePer12 })}
        />
        <Select
          label="What is below"
          value={part.under ?? 'attic'}
          options={unders}
          onChange={(under) => void run({ verb: 'setUnder', ...to, under })}
        />
        <Select
          label="Built on"
          none="its own walls"
          value={part.onSlope ?? ''}
          options={hosts.map(({ id, letter }) => [id, `slope ${letter}`] as const)}
          onChange={(onSlope) => void run({ verb: 'standOn', ...to, onSlope: onSlope || null })}
        />
      </SimpleGrid>
      <MoveBy onMove={(x, y) => run({ verb: 'movePart', ...to, x, y })} />
      <Flex gap="2" wrap="wrap">
        <Button size="lg" variant="outline" onClick={() => run({ verb: 'turnPart', ...to, degrees: 90 })}>
          Turn a quarter
        </Button>
        <Button size="lg" variant="outline" onClick={() => run({ verb: 'turnPart', ...to, degrees: 5 })}>
          Turn 5°
        </Button>
        <Button
          size="lg"
          variant="outline"
          onClick={async () => {
            await run({ verb: 'removePart', ...to })
            onPick(null)
          }}
        >
          Remove the part
        </Button>
      </Flex>
      {problem && <Text color="fg.error">{problem}</Text>}
    </Stack>
  )
}

const pitchOf = (part: PlanPart) => {
  const rises = new Set(
    part.alone ? [part.alone.risePer12] : part.corners.filter(({ gable }) => !gable).map((c) => c.risePer12),
  )
  return rises.size === 1 ? pitchText([...rises][0] ?? 0) : 'several'
}

function MoveBy({ onMove }: { onMove: (x: number, y: number) => void }) {
  const [feet, setFeet] = useState('1')
  const by = Number(feet) * 12
  const sound = Number.isFinite(by) && by !== 0
  return (
    <Flex gap="2" align="center" wrap="wrap">
      <Text>Move by</Text>
      <Input w="4.5rem" aria-label="Feet to move by" value={feet} onChange={(event) => setFeet(event.target.value)} />
      <Text>ft</Text>
      {(
        [
          ['west', -1, 0],
          ['east', 1, 0],
          ['north', 0, 1],
          ['south', 0, -1],
        ] as const
      ).map(([words, x, y]) => (
        <Button key={words} variant="outline" disabled={!sound} onClick={() => onMove(x * by, y * by)}>
          {words}
        </Button>
      ))}
    </Flex>
  )
}
