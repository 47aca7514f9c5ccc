import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { ArrivingWater, DrainageRequest, RainAnswer } from '../../api/types'
import { useCore } from '../../core/useCore'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { Select } from '../../shared/Select'
import { type Fall, falls, type Gutter, gutterSizes, gutters } from './DetailSizes'

type Props = { scene: PlanScene; rain: RainAnswer | undefined; inches: number; tapped: ArrivingWater | undefined }

const downspouts = { '2x3': '2 x 3 in', '3x4': '3 x 4 in', '4x5': '4 x 5 in' } as const
type Downspout = keyof typeof downspouts

/** Water over a downspout's opening in a gutter that is all but full, inches. */
const headInches = 2.5
/** A usual valley's end over a gutter, inches: shingles that overhang, and the fall to the front lip. */
const valleyEnd = { overhangInches: 1, fallInches: 1 }
const flattestValley = 0.25
/** Where no downspout is on the plan, capacities are for a gutter this long. */
const usualFeet = 20

/** Whether gutters and downspouts of a size carry what comes: to the busiest downspout of the plan, and down a tapped valley. */
export function Drainage({ scene, rain, inches, tapped }: Props) {
  const [gutter, setGutter] = useState<Gutter>('k5')
  const [fall, setFall] = useState<Fall>('0.625')
  const [downspout, setDownspout] = useState<Downspout>('2x3')
  const shares = (rain?.gutters ?? []).flatMap((run) => run.downspouts)
  const busiest = shares.reduce<(typeof shares)[number] | undefined>(
    (most, share) => (most && most.gpm >= share.gpm ? most : share),
    undefined,
  )
  const [wide, deep] = downspout.split('x').map(Number) as [number, number]
  const asked: DrainageRequest[] = [
    {
      gpm: busiest?.heaviestGpm ?? null,
      inchesPerHour: inches,
      gutter: {
        ...gutterSizes[gutter],
        fallInchesIn10Feet: Number(fall),
        lengthFeet: busiest?.heaviestFeet ?? usualFeet,
      },
    },
    {
      gpm: busiest?.gpm ?? null,
      inchesPerHour: inches,
      downspout: { widthInches: wide, depthInches: deep, headInches },
    },
  ]
  const answers = [useCore('drainage', asked[0]), useCore('drainage', asked[1])]
  const rise = scene.slopes.find(({ id }) => id === tapped?.slopeId)?.pitch.risePer12 ?? 0
  const jet = useCore(
    'drainage',
    tapped?.gathered && rise >= flattestValley && tapped.gpm > 0
      ? {
          gpm: tapped.gpm,
          valley: { risePer12: rise, gutterInches: gutterSizes[gutter].widthInches, ...valleyEnd },
        }
      : undefined,
  )
  return (
    <Box>
      <Heading as="h2" size="sm" mb="1">
        Gutter and downspout capacity
      </Heading>
      <Flex gap="3" wrap="wrap">
        <Select label="Gutter" value={gutter} options={gutters} onChange={setGutter} />
        <Select label="Fall" value={fall} options={falls} onChange={setFall} />
        <Select label="Downspout" value={downspout} options={downspouts} onChange={setDownspout} />
      </Flex>
      <Text fontSize="sm" color="faint" mt="1">
        {busiest
          ? 'At the downspout that takes the most.'
          : 'No downspout is on the plan yet: what these sizes serve at this rain.'}
      </Text>
      {answers.flatMap((answer) =>
        (answer?.parts ?? []).map((part) => (
          <Text key={part.part} className={part.enough ? undefined : 'k-caution'} py="1">
            {part.words}
            {!busiest &&
              part.servesSquareFeet != null &&
              ` Serves ${Math.round(part.servesSquareFeet).toLocaleString('en-US')} sq ft.`}
          </Text>
        )),
      )}
      {answers.flatMap((answer) => (answer?.leads ?? []).map((lead) => <Text key={lead}>{lead}</Text>))}
      {jet?.jetWords && (
        <Text className={jet.leads.length > 0 ? 'k-caution' : undefined}>
          {jet.jetWords} (Shingles 1 in over the gutter, front lip 1 in below.)
        </Text>
      )}
    </Box>
  )
}
