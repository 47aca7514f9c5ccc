import { Box, Button, Flex, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { Download } from 'lucide-react'
import type { PlanAnswer, SlopeFact, TakeOffLine } from '../../api/types'
import { compute } from '../../core/core'
import { download } from '../../shared/download'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { pitchText } from '../../shared/pitchText'
import { number } from '../../shared/roofPlan/planMath'
import { edgeNames } from '../../shared/roofPlan/planWords'
import { type PlanScene, requestOf } from '../../shared/roofPlan/roofPlan'
import { TakeOffLines } from '../../shared/TakeOffLines'
import { facings, unders } from '../../shared/words'

/** Areas, edges and the take-off, as the plan measures itself. */
export function MeasuresPanel({ scene, answer }: { scene: PlanScene; answer: PlanAnswer }) {
  if (!answer.measured)
    return (
      <Text>
        This plan has letters only. Enter a length on any edge under Shape and confirm the sizes; areas, edges and
        quantities then appear here.
      </Text>
    )
  const open = answer.closings.filter(({ closes }) => !closes)
  return (
    <Stack gap="4">
      <Flex gap="5" wrap="wrap" align="baseline">
        <Figure value={number(answer.trueSquareFeet)} unit="ft² of roof" />
        <Figure value={number(answer.squares, 1)} unit="squares" />
        <Figure value={number(answer.planSquareFeet)} unit="ft² on plan" />
      </Flex>
      <SimpleGrid columns={2} gap="1">
        {answer.totals
          .filter((total) => total.class !== 'seam')
          .map((total) => (
            <Flex key={total.class} justify="space-between" borderBottomWidth="1px" pr="3">
              <Text>{edgeNames[total.class]}</Text>
              <Text fontWeight="bold">{number(total.trueFeet, 1)} ft</Text>
            </Flex>
          ))}
      </SimpleGrid>
      <Box>
        {answer.facets.map((facet) => {
          const slope = scene.slopes.find(({ id }) => id === facet.slopeId)
          return <SlopeLine key={facet.slopeId} answer={answer} slope={slope} slopeId={facet.slopeId} />
        })}
      </Box>
      <Text color={open.length > 0 ? 'fg.error' : 'faint'}>
        {open.length === 0
          ? 'Every slope closes: its borders add up to its outline.'
          : `Slope ${open.map(({ slopeId }) => letterOf(scene.slopes, slopeId)).join(', ')} does not close: look for a gap between parts.`}
      </Text>
      <Lines title="Take-off" lines={answer.takeOff.steep} />
      {answer.takeOff.wasteReason && (
        <Text color="faint">
          Waste {answer.takeOff.wastePercent}%: {answer.takeOff.wasteReason}.
        </Text>
      )}
      <Lines title="Low slopes" lines={answer.takeOff.lowSlope} />
      <Text color="faint">Planning figures, not an order and not an offer.</Text>
      <Files scene={scene} />
    </Stack>
  )
}

const letterOf = (slopes: SlopeFact[], id: string) => slopes.find((slope) => slope.id === id)?.letter ?? '?'

function Figure({ value, unit }: { value: string; unit: string }) {
  return (
    <Box>
      <Text as="span" fontSize="2xl" fontWeight="bold">
        {value}
      </Text>{' '}
      {unit}
    </Box>
  )
}

function SlopeLine({ answer, slope, slopeId }: { answer: PlanAnswer; slope: SlopeFact | undefined; slopeId: string }) {
  const facet = answer.facets.find((other) => other.slopeId === slopeId)
  if (!facet) return null
  const under = answer.under.filter((share) => share.slopeId === slopeId && share.squareFeet > 0)
  return (
    <Flex gap="3" py="1.5" borderBottomWidth="1px" align="center">
      <PlanLetter letter={slope?.letter ?? '?'} facing={facet.facing} />
      <Box flex="1" minW="0">
        <Text fontWeight="bold">
          {number(facet.trueSquareFeet)} ft² · {number(facet.squares, 1)} squares · {pitchText(facet.risePer12)}
        </Text>
        <Text fontSize="sm">
          faces {facings[facet.facing].toLowerCase()} ({number(facet.azimuthDegrees)}°) · {number(facet.slopeFeet, 1)}{' '}
          ft up the slope · eave {number(facet.lowInches / 12, 1)} ft, top {number(facet.highInches / 12, 1)} ft above
          ground
          {under.length > 0 &&
            ` · under it: ${under.map((share) => `${unders[share.under].toLowerCase()}${under.length > 1 ? ` ${number(share.squareFeet)} ft²` : ''}`).join(', ')}`}
        </Text>
      </Box>
    </Flex>
  )
}

function Lines({ title, lines }: { title: string; lines: TakeOffLine[] }) {
  if (lines.length === 0) return null
  return (
    <Box>
      <Heading as="h2" size="md" mb="1">
        {title}
      </Heading>
      <TakeOffLines lines={lines} />
    </Box>
  )
}

/** The plan as files. GeoJSON is made on this device; the drawing and the table come from the server, with the visit. */
function Files({ scene }: { scene: PlanScene }) {
  const geoJson = async () => {
    if (!scene.plan) return
    const { text } = await compute('plan-export', {
      plan: requestOf(scene, scene.plan),
      slopes: scene.slopes.filter(({ retiredOn }) => !retiredOn),
    })
    download('plan.geojson', 'application/geo+json', text)
  }
  return (
    <Flex gap="2" wrap="wrap">
      <Button variant="outline" onClick={geoJson}>
        <Download size={18} /> GeoJSON
      </Button>
      {scene.visitId && (
        <>
          <Button variant="outline" asChild>
            <a href={`/api/visits/${scene.visitId}/plan.svg?roof=${scene.roofId}`} download="plan.svg">
              <Download size={18} /> Drawing (SVG)
            </a>
          </Button>
          <Button variant="outline" asChild>
            <a href={`/api/visits/${scene.visitId}/takeoff.csv?roof=${scene.roofId}`} download="takeoff.csv">
              <Download size={18} /> Take-off (CSV)
            </a>
          </Button>
        </>
      )}
    </Flex>
  )
}
