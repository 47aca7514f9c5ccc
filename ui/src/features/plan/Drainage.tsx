import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { ArrivingWater, DrainageRequest, RainAnswer } from '../../api/types'
import { useCore } from '../../core/useCore'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { Select } from '../../shared/Select'

type Props = { scene: PlanScene; rain: RainAnswer | undefined; inches: number; tapped: ArrivingWater | undefined }

const gutters = {
  k5: { words: '5 in K-style', gutter: { shape: 'kStyle', widthInches: 5 } },
  k6: { words: '6 in K-style', gutter: { shape: 'kStyle', widthInches: 6 } },
  h5: { words: '5 in half-round', gutter: { shape: 'halfRound', widthInches: 5 } },
  h6: { words: '6 in half-round', gutter: { shape: 'halfRound', widthInches: 6 } },
  b43: { words: '4 x 3 in box', gutter: { shape: 'box', widthInches: 4, depthInches: 3 } },
} as const
const downspouts = {
  '2x3': { words: '2 x 3 in', size: { widthInches: 2, depthInches: 3, headInches: 2.5 } },
  '3x4': { words: '3 x 4 in', size: { widthInches: 3, depthInches: 4, headInches: 2.5 } },
  '4x5': { words: '4 x 5 in', size: { widthInches: 4, depthInches: 5, headInches: 2.5 } },
} as const
const falls = { level: 'Level', sixteenth: '1/16 in per ft', eighth: '1/8 in per ft' } as const
const fallInches = { level: 0, sixteenth: 0.625, eighth: 1.25 } as const

type Gutter = keyof typeof gutters
type Downspout = keyof typeof downspouts
type Fall = keyof typeof falls

const optionsOf = <Key extends string>(table: Record<Key, { words: string } | string>) =>
  (Object.keys(table) as Key[]).map((key) => {
    const entry = table[key]
    return [key, typeof entry === 'string' ? entry : (entry as { words: string }).words] as const
  })

/** Whether the gutters of the plan carry what comes: each downspout's share, or what was tapped. */
export function Drainage({ scene, rain, inches, tapped }: Props) {
  const [gutter, setGutter] = useState<Gutter>('k5')
  const [fall, setFall] = useState<Fall>('sixteenth')
  const [downspout, setDownspout] = useState<Downspout>('2x3')
  const shares = (rain?.gutters ?? []).flatMap((run) => run.downspouts)
  const worst = shares.length > 0 ? shares.reduce((a, b) => (b.gpm > a.gpm ? b : a)) : undefined
  const valley = tapped?.gathered ? tapped : undefined
  const asked: DrainageRequest = {
    gpm: null,
    squareFeet: null,
    inchesPerHour: inches,
    gutter: { ...gutters[gutter].gutter, fallInchesIn10Feet: fallInches[fall], lengthFeet: worst?.heaviestFeet ?? 20 },
  }
  const one = useCore('drainage', worst ? { ...asked, gpm: worst.heaviestGpm } : asked)
  const spout = useCore('drainage', {
    gpm: worst?.gpm ?? null,
    inchesPerHour: inches,
    downspout: downspouts[downspout].size,
  })
  const rise = valley && scene.slopes.find(({ id }) => id === valley.slopeId)?.pitch.risePer12
  const jet = useCore(
    'drainage',
    valley && rise && rise >= 0.25 && valley.gpm > 0
      ? { gpm: valley.gpm, valley: { risePer12: rise, fallInches: 1, gutterInches: 5, overhangInches: 1 } }
      : undefined,
  )
  const words = [...(one?.parts ?? []), ...(spout?.parts ?? [])]
  return (
    <Box>
      <Heading as="h2" size="sm" mb="1">
        Do the gutters carry it?
      </Heading>
      <Flex gap="3" wrap="wrap">
        <Select label="Gutter" value={gutter} options={optionsOf(gutters)} onChange={setGutter} />
        <Select label="Fall" value={fall} options={optionsOf(falls)} onChange={setFall} />
        <Select label="Downspout" value={downspout} options={optionsOf(downspouts)} onChange={setDownspout} />
      </Flex>
      <Text fontSize="sm" color="faint" mt="1">
        {worst ? 'Of the downspout that takes the most.' : 'No downspout on the plan yet: what these sizes serve.'}
      </Text>
      {words.map((part) => (
        <Text key={part.part} className={part.enough ? undefined : 'k-caution'} py="1">
          {part.words}
          {!worst &&
            part.servesSquareFeet != null &&
            ` Serves ${Math.round(part.servesSquareFeet).toLocaleString('en-US')} sq ft.`}
        </Text>
      ))}
      {[...(one?.leads ?? []), ...(spout?.leads ?? [])].map((lead) => (
        <Text key={lead}>{lead}</Text>
      ))}
      {jet?.jetWords && <Text className={jet.leads.length > 0 ? 'k-caution' : undefined}>{jet.jetWords}</Text>}
    </Box>
  )
}
