import { Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
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

type Props = {
  draft: FindingFact
  onChange: (fields: Partial<FindingFact>) => void
  /** Whether feet are typed that cannot be read: they would be lost by saving. */
  onUnread: (unread: boolean) => void
}

/** A stain as it looks from inside: what it is on, its shape, what lies above it, and where it is by feet from two walls. */
export function StainFields({ draft, onChange, onUnread }: Props) {
  const { visit } = useVisitContext()
  const [unread, setUnread] = useState({ eave: false, left: false })
  const anyUnread = unread.eave || unread.left
  useEffect(() => {
    onUnread(anyUnread)
    return () => onUnread(false)
  }, [anyUnread, onUnread])
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
              onUnread={(eave) => setUnread((old) => ({ ...old, eave }))}
              onFeet={(fromEaveWall) => set({ fromEaveWall })}
            />
            <Feet
              label="Feet from the left wall"
              feet={seen.fromLeftWall}
              onUnread={(left) => setUnread((old) => ({ ...old, left }))}
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

type FeetProps = {
  label: string
  feet: number | null | undefined
  onFeet: (feet: number | null) => void
  onUnread: (unread: boolean) => void
}

function Feet({ label, feet, onFeet, onUnread }: FeetProps) {
  const [typed, setTyped] = useState(feet == null ? '' : String(feet))
  const read = feetOf(typed)
  const wrong = read === undefined
  const type = (text: string) => {
    const next = feetOf(text)
    setTyped(text)
    onUnread(next === undefined)
    onFeet(next ?? null)
  }
  return (
    <Labelled label={label}>
      <Input
        size="lg"
        width="10rem"
        inputMode="decimal"
        value={typed}
        aria-invalid={wrong}
        onChange={(event) => type(event.target.value)}
      />
      {wrong && <Text color="fg.error">Enter feet, 0 to 300: 11.5</Text>}
    </Labelled>
  )
}

/** Feet as typed; null for nothing, undefined for what cannot be read. */
function feetOf(typed: string): number | null | undefined {
  if (typed.trim() === '') return null
  const feet = Number(typed)
  return feet >= 0 && feet <= MOST_FEET ? feet : undefined
}
