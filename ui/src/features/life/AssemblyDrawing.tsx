import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import type { ComponentAnswer, ComponentFact, CoveringFact, SlopeAssessment } from '../../api/types'
import { coveringOn } from '../../shared/covering'
import { LayerPicture } from '../../shared/marks/LayerPicture'
import { useVisitContext } from '../../shared/visitContext'
import { ComponentSheet } from './ComponentSheet'

const WORN_FROM = 3

/** What a slope is built of, as a stack: over the covering, the covering, under it, beside it. Each layer opens to be put right. */
export function AssemblyDrawing({
  slope,
  covered,
  readOnly,
}: {
  slope: SlopeAssessment
  covered?: boolean
  readOnly?: boolean
}) {
  const { visit, book } = useVisitContext()
  const [editing, setEditing] = useState<Layer | 'new' | null>(null)
  if (!slope.life) return null
  const covering = coveringOn(visit.facts.coverings, slope.slopeId, visit.facts.asOf)
  const family = book.coverings.find(({ kind }) => kind === covering?.kind)?.family
  const layers = layersOf(slope, visit.facts.components ?? [], covering)
  const row = (layer: Layer) => (
    <LayerRow
      key={layer.answer.id ?? layer.answer.kind}
      layer={layer}
      job={jobOf(layer.answer, book.components)}
      family={family}
      covered={covered}
      onEdit={readOnly ? undefined : () => setEditing(layer)}
    />
  )
  const beside = layers.filter(({ answer }) => answer.place === 'beside')
  return (
    <Box>
      <Box className="k-stack">{layers.filter(({ answer }) => answer.place !== 'beside').map(row)}</Box>
      {beside.length > 0 && (
        <>
          <Text fontSize="sm" color="faint" mt="1">
            Fittings
          </Text>
          <Box className="k-stack">{beside.map(row)}</Box>
        </>
      )}
      {!readOnly && (
        <Button variant="outline" size="md" mt="2" onClick={() => setEditing('new')}>
          <Plus size={18} /> Layer or fitting
          <span className="k-hidden"> on slope {slope.letter}</span>
        </Button>
      )}
      {editing && (
        <ComponentSheet
          key={editing === 'new' ? 'new' : (editing.answer.id ?? editing.answer.kind)}
          slope={slope}
          layer={editing === 'new' ? null : editing}
          onClose={() => setEditing(null)}
        />
      )}
    </Box>
  )
}

/** A layer as judged, with the fact behind it: none for one that is only assumed. */
export type Layer = { answer: ComponentAnswer; fact: ComponentFact | null; covering: CoveringFact | null }

const places = { over: 0, none: 1, under: 2, beside: 3 } as const

function layersOf(slope: SlopeAssessment, components: ComponentFact[], covering: CoveringFact | undefined): Layer[] {
  return (slope.life?.components ?? [])
    .map((answer) => ({
      answer,
      fact: components.find(({ id }) => id === answer.id) ?? null,
      covering: answer.kind === 'covering' ? (covering ?? null) : null,
    }))
    .sort(
      (a, b) =>
        places[a.answer.place ?? 'none'] - places[b.answer.place ?? 'none'] ||
        (a.fact?.order ?? 0) - (b.fact?.order ?? 0),
    )
}

const jobOf = (answer: ComponentAnswer, kinds: { key: string; job: Job }[]): Job =>
  kinds.find(({ key }) => key === answer.kind)?.job ?? 'shedsWater'

type Job = Parameters<typeof LayerPicture>[0]['job']

type RowProps = {
  layer: Layer
  job: Job
  family: Parameters<typeof LayerPicture>[0]['family']
  covered?: boolean
  onEdit?: () => void
}

function LayerRow({ layer, job, family, covered, onEdit }: RowProps) {
  const { answer } = layer
  const governs = answer.governs && !covered
  const content = (
    <>
      <LayerPicture job={job} family={family} governs={governs} worn={(answer.stage ?? 0) >= WORN_FROM} />
      <Box flex="1" minW="0" textAlign="left">
        <Text fontWeight="bold" lineHeight="short">
          {answer.name}
          {governs && <span className="k-governs"> controls</span>}
        </Text>
        <Text fontSize="sm" lineHeight="short">
          {[ageText(answer), stageText(answer), covered ? '' : yearsText(answer)].filter(Boolean).join(' · ')}
        </Text>
      </Box>
    </>
  )
  return onEdit ? (
    <button type="button" className="k-layerrow" onClick={onEdit}>
      {content}
    </button>
  ) : (
    <Flex className="k-layerrow">{content}</Flex>
  )
}

function ageText({ age, assumed }: ComponentAnswer) {
  if (!age) return 'age not known'
  const years =
    Math.round(age.low) === Math.round(age.high)
      ? `${age.low.toFixed(0)}`
      : `${age.low.toFixed(0)}–${age.high.toFixed(0)}`
  return assumed ? `taken as ${years} years old` : `${years} years old`
}

const stageText = ({ stage }: ComponentAnswer) => (stage === null || stage === undefined ? '' : `stage ${stage}`)

function yearsText({ due, left, part }: ComponentAnswer) {
  if (part === 'passive') return ''
  if (due) return left && left.high <= 0 ? 'at end of life' : `due about ${due.likely}`
  if (!left) return ''
  return left.high <= 0 ? 'at end of life' : `${left.low.toFixed(0)}–${left.high.toFixed(0)} years on its own`
}
