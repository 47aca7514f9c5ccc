import { Stack, Text } from '@chakra-ui/react'
import type { DetailFact, GutterSize } from '../../api/types'
import { feetText } from '../../shared/roofPlan/planMath'
import { Select } from '../../shared/Select'
import { KeptField } from './KeptField'

type Keep = (fields: Partial<DetailFact>) => Promise<string | null>
type Sized = 'widthInches' | 'lengthInches' | 'heightInches' | 'pipeInches'

/** What is measured of a thing, in the words of its kind. */
const sizesOf: Partial<Record<string, readonly (readonly [Sized, string])[]>> = {
  downspout: [
    ['widthInches', 'Opening, width'],
    ['lengthInches', 'Opening, depth'],
  ],
  scupper: [
    ['widthInches', 'Opening, width'],
    ['heightInches', 'Opening, height'],
  ],
  drain: [
    ['widthInches', 'Bowl, diameter'],
    ['pipeInches', 'Pipe, inside diameter'],
  ],
}

const usual = [
  ['widthInches', 'Width along the eave'],
  ['lengthInches', 'Length up the slope'],
  ['heightInches', 'Height above the roof'],
] as const

/** Fields for the sizes of a detail. */
export const sizeFieldsOf = (kind: string): readonly (readonly [Sized, string])[] => sizesOf[kind] ?? usual

export function SizeField({
  detail,
  size,
  label,
  keep,
}: {
  detail: DetailFact
  size: Sized
  label: string
  keep: Keep
}) {
  const inches = detail[size]
  return (
    <KeptField
      label={label}
      text={inches == null ? '' : feetText(inches)}
      unit="length"
      onKeep={(next) => keep({ [size]: next })}
    />
  )
}

/** Gutters as they are sold; others are recorded by the nearest. */
export const gutters = {
  k5: '5 in K-style',
  k6: '6 in K-style',
  h5: '5 in half-round',
  h6: '6 in half-round',
  b43: '4 x 3 in box',
} as const
export type Gutter = keyof typeof gutters

export const gutterSizes: Record<Gutter, Pick<GutterSize, 'shape' | 'widthInches' | 'depthInches'>> = {
  k5: { shape: 'kStyle', widthInches: 5 },
  k6: { shape: 'kStyle', widthInches: 6 },
  h5: { shape: 'halfRound', widthInches: 5 },
  h6: { shape: 'halfRound', widthInches: 6 },
  b43: { shape: 'box', widthInches: 4, depthInches: 3 },
}

export const falls = { '0': 'Level', '0.625': '1/16 in per ft', '1.25': '1/8 in per ft' } as const
export type Fall = keyof typeof falls

/** The gutter that a downspout drains. */
export function GutterFields({ detail, keep }: { detail: DetailFact; keep: Keep }) {
  const kept = detail.gutter
  const kind = (Object.keys(gutters) as Gutter[]).find(
    (key) => gutterSizes[key].shape === kept?.shape && gutterSizes[key].widthInches === kept.widthInches,
  )
  const fall = (Object.keys(falls) as Fall[]).find((key) => Number(key) === kept?.fallInchesIn10Feet) ?? '0'
  const set = (next: Gutter, falling: Fall) =>
    void keep({ gutter: { ...gutterSizes[next], fallInchesIn10Feet: Number(falling) } })
  return (
    <Stack gap="1">
      <Stack direction="row" gap="3" wrap="wrap">
        <Select
          label="Its gutter"
          value={kind ?? ''}
          options={gutters}
          none="Not recorded"
          onChange={(next) => (next ? set(next, fall) : void keep({ gutter: null }))}
        />
        {kind && (
          <Select label="Fall of the gutter" value={fall} options={falls} onChange={(next) => set(kind, next)} />
        )}
      </Stack>
      <Text fontSize="sm" color="faint">
        With these sizes Kalpa checks whether the water that drains to it gets away: see Rain, and the walk’s notices.
      </Text>
    </Stack>
  )
}
