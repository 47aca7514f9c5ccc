import { Flex, Input, Text } from '@chakra-ui/react'
import type { WoodFound, WorkItem } from '../../api/types'
import { Labelled } from '../../shared/Labelled'
import { woodNames } from '../../shared/wood'

/** A part of the wood with how much of it a job laid open, and what was typed of it. */
export type WoodTyped = Pick<WoodFound, 'part' | 'opened'> & { typed: string }

const SHEETS_PER_SQUARE = 4

/** What a renewal lays open, by its allowances; of a job that was done before, what was recorded. */
export const woodOf = (item: WorkItem | null, before: WoodFound[] | null | undefined): WoodTyped[] =>
  before?.map(({ part, opened, found }) => ({ part, opened, typed: String(found) })) ??
  (item?.quantities?.allowances ?? [])
    .filter(({ opened }) => opened > 0)
    .map(({ part, opened }) => ({ part, opened, typed: '' }))

const figureOf = (typed: string) => (/^\d+(\.\d+)?$/.test(typed.trim()) ? Number(typed) : Number.NaN)

/** What is wrong with the figures, empty where nothing is. */
export function woodFault(wood: WoodTyped[]) {
  for (const { part, opened, typed } of wood.filter((each) => each.typed.trim() !== '')) {
    const most = opened * (part === 'deck' ? SHEETS_PER_SQUARE : 1)
    if (!(figureOf(typed) <= most))
      return `${woodNames[part]}: enter 0 to ${Math.floor(most)} ${part === 'deck' ? 'sheets' : 'ft'}, or leave it empty.`
  }
  return ''
}

/** What is recorded: nothing of a part that was left empty. */
export const woodFound = (wood: WoodTyped[]): WoodFound[] | undefined => {
  const found = wood
    .filter(({ typed }) => typed.trim() !== '')
    .map(({ part, opened, typed }) => ({ part, opened, found: figureOf(typed) }))
  return found.length > 0 ? found : undefined
}

type Props = { wood: WoodTyped[]; onChange: (wood: WoodTyped[]) => void }

/** Decayed wood that was replaced: the next allowance on this roof, and the firm's, follow it. */
export function WoodReplaced({ wood, onChange }: Props) {
  if (wood.length === 0) return null
  return (
    <fieldset>
      <Text as="legend" fontWeight="bold">
        Decayed wood replaced (optional)
      </Text>
      <Flex gap="3" wrap="wrap">
        {wood.map(({ part, typed }) => (
          <Labelled key={part} label={`${woodNames[part]}, ${part === 'deck' ? 'sheets' : 'ft'}`}>
            <Input
              size="lg"
              inputMode="decimal"
              value={typed}
              onChange={(event) =>
                onChange(wood.map((each) => (each.part === part ? { ...each, typed: event.target.value } : each)))
              }
            />
          </Labelled>
        ))}
      </Flex>
    </fieldset>
  )
}
