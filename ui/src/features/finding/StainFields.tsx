import { Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FindingFact, StainSeen } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { Labelled } from '../../shared/Labelled'
import { Select } from '../../shared/Select'
import { useVisitContext } from '../../shared/visitContext'

type Words<K extends keyof StainSeen> = Record<NonNullable<StainSeen[K]> & string, string>

const surfaces: Words<'surface'> = {
  ceiling: 'Ceiling',
  wall: 'Wall',
  deck: 'Roof deck',
  skylightShaft: 'Skylight shaft',
}

const shapes: Words<'shape'> = {
  ring: 'Ring',
  streak: 'Streak',
  spreading: 'Spreading',
  atWall: 'Along a wall',
  atFixture: 'At a light or vent',
  many: 'Many spots',
}

const assemblies: Words<'assembly'> = {
  rafters: 'Rafters over an attic',
  trusses: 'Trusses over an attic',
  boards: 'Board deck',
  onUnderlayment: 'Underlayment, exposed from below',
  tileUnderlayment: 'Underlayment below tile',
  cathedral: 'Cathedral ceiling',
  fluteDeck: 'Steel deck',
  concrete: 'Concrete',
  oldRoof: 'Another roof below this one',
}

const nears: Words<'near'> = {
  midSlope: 'Open slope',
  valley: 'Valley',
  chimney: 'Chimney',
  vent: 'Pipe or vent',
  eave: 'Eave',
  wall: 'Wall',
  skylight: 'Skylight',
  ridge: 'Ridge',
}

/** Findings that are water seen from inside: how they look says where it comes from. */
export const stainConditions = ['ceiling-stain', 'attic-stain', 'cathedral-wet-bay']

type Props = { draft: FindingFact; onChange: (fields: Partial<FindingFact>) => void }

/** A stain as it looks from inside: what it is on, its shape, what lies above it, and where it is by feet from two walls. */
export function StainFields({ draft, onChange }: Props) {
  const { visit } = useVisitContext()
  const seen = draft.stain ?? {}
  const set = (fields: Partial<StainSeen>) => {
    const next = { ...seen, ...fields }
    onChange({ stain: Object.values(next).some((value) => value !== null && value !== undefined) ? next : null })
  }
  const onPlan = Boolean(visit.facts.plan?.parts.length)
  const placed = draft.spot !== null || draft.detailId !== null
  return (
    <Stack gap="4">
      <Choice
        label="Stain on"
        value={seen.surface ?? null}
        options={surfaces}
        onChange={(surface) => set({ surface: surface === seen.surface ? null : surface })}
      />
      <Choice
        label="Shape of the stain"
        value={seen.shape ?? null}
        options={shapes}
        onChange={(shape) => set({ shape: shape === seen.shape ? null : shape })}
      />
      <Flex gap="4" wrap="wrap" align="end">
        <Select
          label="Construction above it"
          value={seen.assembly ?? ''}
          options={assemblies}
          none="Usual for this roof"
          onChange={(assembly) => set({ assembly: assembly || null })}
        />
        {!placed && (
          <Select
            label="On the roof above it"
            value={seen.near ?? ''}
            options={nears}
            none="Not known"
            onChange={(near) => set({ near: near || null })}
          />
        )}
      </Flex>
      {onPlan && (
        <Stack gap="1">
          <Flex gap="4" wrap="wrap">
            <Feet
              label="Feet from the eave wall"
              feet={seen.fromEaveWall}
              onFeet={(fromEaveWall) => set({ fromEaveWall })}
            />
            <Feet
              label="Feet from the left wall"
              feet={seen.fromLeftWall}
              onFeet={(fromLeftWall) => set({ fromLeftWall })}
            />
          </Flex>
          <Text fontSize="sm" color="faint">
            Measure level from the inner faces of the outside walls. Left: as one stands outside, facing the slope.
            Measured feet count instead of a tap on the plan.
          </Text>
        </Stack>
      )}
    </Stack>
  )
}

const MOST_FEET = 300

function Feet({
  label,
  feet,
  onFeet,
}: {
  label: string
  feet: number | null | undefined
  onFeet: (feet: number | null) => void
}) {
  const [typed, setTyped] = useState(feet == null ? '' : String(feet))
  const read = typed.trim() === '' ? null : Number(typed)
  const wrong = read !== null && !(read >= 0 && read <= MOST_FEET)
  return (
    <Labelled label={label}>
      <Input
        size="lg"
        width="10rem"
        inputMode="decimal"
        value={typed}
        aria-invalid={wrong}
        onChange={(event) => {
          setTyped(event.target.value)
          const next = event.target.value.trim() === '' ? null : Number(event.target.value)
          onFeet(next !== null && next >= 0 && next <= MOST_FEET ? next : null)
        }}
      />
      {wrong && <Text color="fg.error">Enter feet, 0 to 300: 11.5</Text>}
    </Labelled>
  )
}
