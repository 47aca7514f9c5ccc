import { Flex, Stack, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { FindingFact, StainSeen } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { FiguredField } from '../../shared/FiguredField'
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

/** What has a direction: water runs along it. */
const framed: ReadonlySet<string> = new Set(['rafters', 'trusses', 'boards', 'cathedral', 'fluteDeck'])

const directions = { down: 'Down the slope', across: 'Across the slope' } as const

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

const MOST_FEET = 300

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
          onChange={(assembly) =>
            set({ assembly: assembly || null, ...(framed.has(assembly) ? {} : { across: null }) })
          }
        />
        {framed.has(seen.assembly ?? '') && (
          <Select
            label={seen.assembly === 'fluteDeck' ? 'Flutes run' : 'Framing runs'}
            value={seen.across ? 'across' : 'down'}
            options={directions}
            onChange={(way) => set({ across: way === 'across' ? true : null })}
          />
        )}
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
            <FiguredField
              label="Feet from the eave wall"
              value={seen.fromEaveWall}
              least={0}
              most={MOST_FEET}
              example="11.5"
              onUnread={(eave) => setUnread((old) => ({ ...old, eave }))}
              onValue={(fromEaveWall) => set({ fromEaveWall })}
            />
            <FiguredField
              label="Feet from the left wall"
              value={seen.fromLeftWall}
              least={0}
              most={MOST_FEET}
              example="11.5"
              onUnread={(left) => setUnread((old) => ({ ...old, left }))}
              onValue={(fromLeftWall) => set({ fromLeftWall })}
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
