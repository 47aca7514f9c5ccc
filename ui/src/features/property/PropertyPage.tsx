import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { PropertyDossier, RoofFact, SlopeFact } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { TypedAnswer } from '../../shared/Answers'
import { asOfText } from '../../shared/asOf'
import { commaList } from '../../shared/commaList'
import { coveringOn } from '../../shared/covering'
import { useRecord } from '../../shared/facts'
import { Courses } from '../../shared/marks/Courses'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { useBook, useProperty } from '../../shared/queries'
import { SetAside } from '../../shared/SetAside'
import { Caution, Empty, Loading, Trouble } from '../../shared/States'
import { facings } from '../../shared/words'
import { LocalRules } from './LocalRules'
import { readLatitude } from './latitude'
import { NewBuilding } from './NewBuilding'
import { roofName } from './roofName'
import { SlopeEditor } from './SlopeEditor'
import { VisitList } from './VisitList'

/** A property: its roofs slope by slope, and the visits made. */
export function PropertyPage({ inspector }: { inspector: string }) {
  const { propertyId = '' } = useParams()
  const property = useProperty(propertyId)
  if (property.isPending) return <Loading what="the property" />
  if (property.isError) return <Trouble error={property.error} onRetry={() => property.refetch()} />
  const { data } = property
  return (
    <Stack gap="4">
      <Box>
        <Heading as="h1" size="2xl">
          {data.property.name}
        </Heading>
        <Text color="faint">
          {[data.property.address, data.property.owner && `for ${data.property.owner}`].filter(Boolean).join(' · ')}
        </Text>
      </Box>
      <SetAside facts={data.setAside} />
      <Flex gap="4" wrap="wrap">
        <LatitudeOf dossier={data} />
        <TagsOf dossier={data} />
      </Flex>
      <Flex gap="4" direction={{ base: 'column', lg: 'row' }} align="start">
        <Stack gap="4" flex="3" w="full">
          <SharedLetters dossier={data} />
          {data.roofs.map((roof) => (
            <RoofPart key={roof.id} roof={roof} dossier={data} />
          ))}
          <NewBuilding dossier={data} />
        </Stack>
        <Box flex="2" w="full">
          <VisitList key={data.roofs.length} dossier={data} inspector={inspector} />
        </Box>
      </Flex>
      <LocalRules key={data.property.id} dossier={data} />
    </Stack>
  )
}

/** The sun on each slope comes from the latitude: without it the sun is left out of the years. */
function LatitudeOf({ dossier }: { dossier: PropertyDossier }) {
  const { property } = dossier
  const record = useRecord(dossier.heads)
  const [problem, setProblem] = useState(false)
  const keep = (typed: string) => {
    const latitude = typed.trim() === '' ? null : readLatitude(typed)
    setProblem(latitude === undefined)
    if (latitude !== undefined) record.mutate([{ kind: 'property', fact: { ...property, latitude } }])
  }
  const known = property.latitude ?? null
  return (
    <Box maxW="22rem">
      <TypedAnswer
        key={known}
        label="Latitude, degrees (for the sun on each slope)"
        typed={known === null ? '' : `${known}`}
        onKeep={keep}
        placeholder="44.3, south of the equator −33.9"
      />
      {problem && <Text color="fg.error">Type degrees between −90 and 90, such as 44.3.</Text>}
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

/** The firm's own words to find the property by in the list. */
function TagsOf({ dossier }: { dossier: PropertyDossier }) {
  const record = useRecord(dossier.heads)
  const known = (dossier.property.tags ?? []).join(', ')
  return (
    <Box maxW="22rem">
      <TypedAnswer
        key={known}
        label="Tags, separated by commas"
        typed={known}
        onKeep={(typed) => record.mutate([{ kind: 'property', fact: { ...dossier.property, tags: commaList(typed) } }])}
        placeholder="listed, insurer, yearly"
      />
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

/** Records from before a letter named one slope of a property: told, so that a report over several roofs cannot be misread. */
function SharedLetters({ dossier }: { dossier: PropertyDossier }) {
  const shared = dossier.sharedLetters
  if (shared.length === 0) return null
  return (
    <Caution>
      {shared.length === 1 ? `Letter ${shared[0]} names` : `Letters ${shared.join(', ')} each name`} two slopes of this
      property. Change one of them, so that a report over all roofs cannot be misread.
    </Caution>
  )
}

function RoofPart({ roof, dossier }: { roof: RoofFact; dossier: PropertyDossier }) {
  const [editing, setEditing] = useState<SlopeFact | 'new' | null>(null)
  const slopes = dossier.slopes.filter((slope) => slope.roofId === roof.id && !slope.retiredOn)
  const plan = dossier.plans.find(({ roofId }) => roofId === roof.id)
  const close = () => setEditing(null)
  return (
    <Box className="k-sheet" as="section" aria-label={roofName(dossier, roof)}>
      <Flex justify="space-between" align="center" mb="2" gap="2" wrap="wrap">
        <Heading as="h2" size="lg">
          {roofName(dossier, roof)}
        </Heading>
        <Flex gap="2">
          <Button asChild variant={plan ? 'outline' : 'solid'} colorPalette="verdigris">
            <Link to={`/properties/${dossier.property.id}/roofs/${roof.id}/plan`}>
              {plan ? 'Roof plan' : 'Make a plan'}
            </Link>
          </Button>
          <Button variant="outline" onClick={() => setEditing('new')}>
            <Plus size={18} /> Add a slope
          </Button>
        </Flex>
      </Flex>
      {slopes.length === 0 && editing === null && (
        <Empty title="Letter the slopes first">
          Each flat face of the roof is a slope: A, B, C … Make a plan and it letters and measures them, or add them one
          by one: pitch, what covers it and since when; sizes can come later.
        </Empty>
      )}
      {slopes.map((slope) => (
        <SlopeRow key={slope.id} slope={slope} dossier={dossier} onEdit={() => setEditing(slope)} />
      ))}
      {editing && (
        <SlopeEditor
          key={editing === 'new' ? 'new' : editing.id}
          roofId={roof.id}
          slope={editing === 'new' ? null : editing}
          dossier={dossier}
          onClose={close}
        />
      )}
    </Box>
  )
}

function SlopeRow({ slope, dossier, onEdit }: { slope: SlopeFact; dossier: PropertyDossier; onEdit: () => void }) {
  const { data: book } = useBook()
  const covering = coveringOn(dossier.coverings, slope.id, dossier.today)
  // Size, pitch and fitness are of the record on this device; the years are those of the last visit, as everywhere.
  const { answer, error, retry } = useCoreAnswer('assess', {
    exposure: dossier.property.exposure,
    asOf: dossier.today,
    slopes: [slope],
    coverings: dossier.coverings.filter((covering) => covering.slopeId === slope.id),
    components: dossier.components.filter((component) => component.slopeId === slope.id),
    looks: [],
    stages: [],
    findings: [],
    local: dossier.local,
    plan: dossier.plans.find(({ roofId }) => roofId === slope.roofId) ?? null,
  })
  const judged = answer?.slopes[0]
  const summary = dossier.summaries.find((roof) => roof.roofId === slope.roofId)
  const known = summary?.slopes.find(({ slopeId }) => slopeId === slope.id)
  const visited = dossier.visits.some((visit) => visit.roofs.includes(slope.roofId))
  const estimate = known ?? (visited ? undefined : judged)
  return (
    <Flex gap="3" py="2" borderTopWidth="1px" align="start">
      <PlanLetter letter={slope.letter} facing={slope.facing} />
      <Box flex="1" minW="0">
        <Text fontWeight="bold">
          {judged?.coveringText ??
            (covering
              ? (book?.coverings.find(({ kind }) => kind === covering.kind)?.name ?? 'Loading the covering…')
              : 'Covering not recorded')}
          {slope.name && ` – ${slope.name}`}
        </Text>
        <Text>
          {slope.pitch.typed} ({judged?.pitchDegrees ?? '…'}°) · faces {facings[slope.facing].toLowerCase()}
          {judged?.size
            ? ` · ${judged.size.trueAreaSquareFeet.toLocaleString('en-US', { maximumFractionDigits: 0 })} ft², ${judged.size.squares.toFixed(1)} squares`
            : judged
              ? ' · size not measured'
              : ' · calculating the size…'}
        </Text>
        {judged?.fitness && judged.fitness.state !== 'fit' && (
          <Text className={judged.fitness.state === 'unfit' ? 'k-unfit' : undefined}>
            {judged.fitness.reason} {judged.fitness.toSettle}
          </Text>
        )}
        {error && !judged && <Trouble error={error} onRetry={retry} />}
        {estimate?.figuresCovered && (
          <Text fontSize="sm">Estimate hidden until slope {slope.letter} is confirmed on the visit.</Text>
        )}
        {estimate?.life?.stated && !estimate.figuresCovered && estimate.fitness?.state !== 'unfit' && (
          <>
            <Courses life={estimate.life} />
            <Text fontSize="sm">
              {estimate.life.headline}, {asOfText(summary, visited)}
            </Text>
          </>
        )}
      </Box>
      <Button variant="outline" size="sm" onClick={onEdit} aria-label={`Change slope ${slope.letter}`}>
        Change
      </Button>
    </Flex>
  )
}
