import { Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type {
  AgeSource,
  ComponentFact,
  CoveringFact,
  SlopeAssessment,
  StackPlace,
  StageFact,
  YearEvidence,
} from '../../api/types'
import { Choice } from '../../shared/Choice'
import { coveringOn } from '../../shared/covering'
import { type Change, useRecord } from '../../shared/facts'
import { placeId } from '../../shared/placeId'
import { Select } from '../../shared/Select'
import { Sheet } from '../../shared/Sheet'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { ageSources } from '../../shared/words'
import { YearsField } from '../../shared/YearsField'
import { YearWords } from '../../shared/YearWords'
import { readYears } from '../../shared/years'
import type { Layer } from './AssemblyDrawing'

const places: Record<StackPlace, string> = { over: 'Over the covering', under: 'Under it', beside: 'Fittings' }
const unrated = { none: 'Not rated' } as const

type Props = { slope: SlopeAssessment; layer: Layer | null; onClose: () => void }

/** One layer: what it is, since when, and its stage on this visit. A layer that was only assumed becomes a recorded one. */
export function ComponentSheet({ slope, layer, onClose }: Props) {
  const { visit, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const { facts } = visit
  const covering = coveringOn(facts.coverings, slope.slopeId, facts.asOf)
  const isCovering = layer?.answer.kind === 'covering'
  const about = book.coverings.find(({ kind }) => kind === covering?.kind)
  const laid = layer?.fact ?? layer?.covering ?? (layer?.answer.assumed ? covering : null)
  const [kind, setKind] = useState(layer && !isCovering ? layer.answer.kind : 'boot')
  const [place, setPlace] = useState<StackPlace>(layer?.answer.place ?? 'beside')
  const [typed, setTyped] = useState(yearsText(laid?.laidFrom, laid?.laidTo))
  const [evidence, setEvidence] = useState<YearEvidence[]>(laid?.evidence ?? [])
  const [source, setSource] = useState<AgeSource>(laid?.ageSource ?? 'unknown')
  const known = book.components.find(({ key }) => key === kind)
  const looks = isCovering ? about?.stageLooks : known?.stageLooks
  // The layer that keeps the water out is rated by the slope's own stage, unless it is the covering of a two-part system.
  const ratedId = isCovering
    ? about?.keepsWaterOut
      ? (covering?.id ?? null)
      : null
    : layer?.answer.assumed
      ? null
      : (layer?.fact?.id ?? null)
  const rating = facts.stages.find(
    (stage) => stage.slopeId === slope.slopeId && (stage.componentId ?? null) === ratedId,
  )
  const rated = layer?.answer.stage ?? null
  const [stage, setStage] = useState<string>(rated === null ? 'none' : String(rated))
  const year = Number(facts.asOf.slice(0, 4))
  const years = readYears(typed, year)

  const keep = () => {
    const span = years.ok ? years : { from: null, to: null }
    const said = {
      laidFrom: span.from,
      laidTo: span.to,
      ageSource: span.from === null ? ('unknown' as const) : source,
      evidence: evidence.length > 0 ? evidence : null,
    }
    const changes: Change[] = []
    let ratedOn = ratedId
    if (isCovering && covering) {
      const fact: CoveringFact = { ...covering, ...said }
      changes.push({ kind: 'covering', fact })
    } else {
      const id = layer?.fact?.id ?? newId()
      const order =
        layer?.fact?.order ??
        1 + (facts.components ?? []).filter((c) => c.slopeId === slope.slopeId && c.place === place).length
      const fact: ComponentFact = {
        endedOn: null,
        note: layer?.fact?.note ?? '',
        id,
        slopeId: slope.slopeId,
        kind,
        place,
        order,
        ...said,
      }
      changes.push({ kind: 'component', fact })
      if (!layer?.answer.assumed) ratedOn = id
    }
    if (stage !== 'none' && stage !== String(rated ?? 'none')) {
      const fact: StageFact = {
        id: rating?.id ?? placeId('stage', visit.visit.id, slope.slopeId, ...(ratedOn ? [ratedOn] : [])),
        visitId: visit.visit.id,
        slopeId: slope.slopeId,
        shares: [{ stage: Number(stage), percent: 100, local: false }],
        componentId: ratedOn,
      }
      changes.push({ kind: 'stage', fact })
    }
    record.mutate(changes, { onSuccess: onClose })
  }
  /** Remove from the day of the visit on; earlier visits keep it. */
  const remove = () => {
    if (layer?.fact)
      record.mutate([{ kind: 'component', fact: { ...layer.fact, endedOn: facts.asOf } }], { onSuccess: onClose })
  }
  const stages = Object.fromEntries([0, 1, 2, 3, 4].map((s) => [String(s), String(s)]))
  return (
    <Sheet title={`Slope ${slope.letter}: ${layer ? layer.answer.name : 'a layer or fitting'}`} open onClose={onClose}>
      <Stack gap="4">
        {!isCovering && (
          <Select
            label="What it is"
            value={kind}
            options={book.components.map(({ key, name }) => [key, name] as const)}
            onChange={setKind}
          />
        )}
        {!isCovering && <Choice label="Where it is" value={place} options={places} onChange={setPlace} />}
        <YearsField label="Installed" typed={typed} year={year} onTyped={setTyped} />
        <Select label="Source" value={source} options={ageSources} onChange={setSource} />
        <YearWords evidence={evidence} year={year} onChange={setEvidence} />
        <Choice
          label="Stage today"
          value={stage}
          options={rated === null ? { ...unrated, ...stages } : stages}
          onChange={setStage}
        />
        {stage !== 'none' && <Text fontSize="sm">{looks?.[Number(stage)]}.</Text>}
        {record.isError && <Trouble error={record.error} />}
        <Flex gap="3" wrap="wrap">
          <Button size="lg" colorPalette="verdigris" onClick={keep} disabled={!years.ok} loading={record.isPending}>
            Save
          </Button>
          {layer?.fact && (
            <Button size="lg" variant="outline" onClick={remove}>
              Remove
            </Button>
          )}
        </Flex>
      </Stack>
    </Sheet>
  )
}

const yearsText = (from: number | null | undefined, to: number | null | undefined) =>
  from == null ? '' : from === to || to == null ? `${from}` : `${from}–${to}`
