import { Button, Flex, Input, SimpleGrid, Stack, Text, Textarea } from '@chakra-ui/react'
import { useState } from 'react'
import { localIso } from '../../api/clock'
import type {
  Covering,
  CoveringFact,
  PropertyDossier,
  SignOffFact,
  SlopeFact,
  StageFact,
  VisitFact,
  YearEvidence,
} from '../../api/types'
import type { Change } from '../../offline/outbox'
import { keepDocument } from '../../offline/pictures'
import { coveringOn } from '../../shared/covering'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { placeId } from '../../shared/placeId'
import { useBook } from '../../shared/queries'
import { SaveRow } from '../../shared/SaveRow'
import { Select } from '../../shared/Select'
import { Sheet } from '../../shared/Sheet'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { roofName } from './roofName'

/** What a report of others says of a slope, as typed. */
type Said = { year: string; stage: string; from: string; to: string }

const nothing: Said = { year: '', stage: '', from: '', to: '' }

/** A report that somebody else wrote, attached as an earlier visit: what it rated and promised then bears on the judgement now. */
export function OthersReport({ dossier }: { dossier: PropertyDossier }) {
  const [open, setOpen] = useState(false)
  const lettered = dossier.roofs.some(({ id }) => dossier.slopes.some(({ roofId }) => roofId === id))
  if (!lettered) return null
  return (
    <>
      <Button variant="outline" onClick={() => setOpen(true)}>
        Add a report by others
      </Button>
      <Sheet title="Report by others" open={open} onClose={() => setOpen(false)} wide>
        {open && <Form dossier={dossier} onDone={() => setOpen(false)} />}
      </Sheet>
    </>
  )
}

const number = (typed: string) => (/^\d+$/.test(typed.trim()) ? Number(typed) : undefined)

function faultOf(by: string, on: string, today: string, said: (Said & { covered: boolean })[]): string {
  if (!by.trim()) return 'Enter who wrote the report.'
  if (!on) return 'Enter the date of the inspection.'
  if (on > today) return 'The date of the inspection is in the future.'
  for (const { year, stage, from, to, covered } of said) {
    if ((year.trim() || stage) && !covered)
      return 'Record the covering of the slope first: its year and condition belong to it.'
    const [laid, low, high] = [number(year), number(from), number(to)]
    if (year.trim() && (laid === undefined || laid < 1700 || laid > Number(on.slice(0, 4))))
      return 'Enter the year laid with four digits, not after the inspection.'
    if ((from.trim() && low === undefined) || (to.trim() && high === undefined))
      return 'Enter years left as whole numbers.'
    if ((low === undefined) !== (high === undefined)) return 'Enter both ends of the years left.'
    if (low !== undefined && high !== undefined && low > high) return 'Years left: the first is the lower one.'
  }
  return ''
}

function Form({ dossier, onDone }: { dossier: PropertyDossier; onDone: () => void }) {
  const record = useRecord(dossier.heads)
  const roofs = dossier.roofs.filter(({ id }) => dossier.slopes.some(({ roofId }) => roofId === id))
  const [roofId, setRoofId] = useState(roofs[0]?.id ?? '')
  const [by, setBy] = useState('')
  const [on, setOn] = useState('')
  const [promises, setPromises] = useState('')
  const [file, setFile] = useState<File | null>(null)
  const [said, setSaid] = useState<Record<string, Said>>({})
  const [trouble, setTrouble] = useState<unknown>()
  const slopes = dossier.slopes.filter(
    (slope) => slope.roofId === roofId && !(slope.retiredOn && slope.retiredOn <= on),
  )
  const book = useBook()
  // As the core has it: on the day the covering that lies there, with what the book says of its kind.
  const aboutOn = (slope: SlopeFact) => {
    const covering = coveringOn(dossier.coverings, slope.id, on || dossier.today)
    const about = book.data?.coverings.find(({ kind }) => kind === covering?.kind)
    return covering && about && { covering, about }
  }
  const of = (slope: SlopeFact) => said[slope.id] ?? nothing
  const set = (slope: SlopeFact, fields: Partial<Said>) =>
    setSaid((old) => ({ ...old, [slope.id]: { ...(old[slope.id] ?? nothing), ...fields } }))
  const fault = faultOf(
    by,
    on,
    dossier.today,
    slopes.map((slope) => ({ ...of(slope), covered: aboutOn(slope) !== undefined })),
  )
  const save = async () => {
    try {
      const sha256 = file ? (await keepDocument(file)).sha256 : null
      record.mutate(
        changesOf({
          roofId,
          by: by.trim(),
          on,
          promises: promises.trim(),
          sha256,
          slopes: slopes.map((slope) => ({ slope, said: of(slope), ...aboutOn(slope) })),
        }),
        {
          onSuccess: onDone,
        },
      )
    } catch (error) {
      setTrouble(error)
    }
  }
  return (
    <Stack gap="4">
      <Flex gap="3" wrap="wrap">
        <Labelled wide label="Written by (firm or person)">
          <Input size="lg" value={by} onChange={(event) => setBy(event.target.value)} />
        </Labelled>
        <Labelled label="Inspected on">
          <Input size="lg" type="date" max={dossier.today} value={on} onChange={(event) => setOn(event.target.value)} />
        </Labelled>
        {roofs.length > 1 && (
          <Select
            label="Roof"
            value={roofId}
            options={roofs.map((roof) => [roof.id, roofName(dossier, roof)] as const)}
            onChange={setRoofId}
          />
        )}
      </Flex>
      <Flex gap="3" align="center" wrap="wrap">
        <label className="k-photokey">
          <input
            type="file"
            accept="application/pdf"
            aria-label="PDF of the report"
            onChange={(event) => {
              setFile(event.target.files?.[0] ?? null)
              setTrouble(undefined)
            }}
          />
          <span>{file ? 'Another PDF' : 'PDF of the report (optional)'}</span>
        </label>
        {file && <Text overflowWrap="anywhere">{file.name}</Text>}
      </Flex>
      {slopes.map((slope) => (
        <SlopeSaid
          key={slope.id}
          slope={slope}
          looks={aboutOn(slope)?.about.stageLooks ?? []}
          said={of(slope)}
          onChange={(fields) => set(slope, fields)}
        />
      ))}
      <Labelled wide label="What it promises, in its words (optional)">
        <Textarea rows={2} value={promises} onChange={(event) => setPromises(event.target.value)} />
      </Labelled>
      {trouble !== undefined && <Trouble error={trouble} />}
      <SaveRow label="Save the report" fault={fault} record={record} onSave={() => void save()} />
    </Stack>
  )
}

type SlopeProps = { slope: SlopeFact; looks: readonly string[]; said: Said; onChange: (fields: Partial<Said>) => void }

function SlopeSaid({ slope, looks, said, onChange }: SlopeProps) {
  return (
    <Stack as="fieldset" gap="2">
      <Text as="legend" fontWeight="bold">
        Slope {slope.letter}
        {slope.name && `, ${slope.name}`}
      </Text>
      <SimpleGrid columns={{ base: 2, md: 4 }} gap="3">
        <Labelled wide label="Year laid">
          <Input inputMode="numeric" value={said.year} onChange={(event) => onChange({ year: event.target.value })} />
        </Labelled>
        <Select
          label="Condition"
          none="not stated"
          value={said.stage}
          options={looks.map((look, stage) => [String(stage), `${stage}: ${look}`] as const)}
          onChange={(stage) => onChange({ stage })}
        />
        <Labelled wide label="Years left, from">
          <Input inputMode="numeric" value={said.from} onChange={(event) => onChange({ from: event.target.value })} />
        </Labelled>
        <Labelled wide label="to">
          <Input inputMode="numeric" value={said.to} onChange={(event) => onChange({ to: event.target.value })} />
        </Labelled>
      </SimpleGrid>
    </Stack>
  )
}

type Typed = {
  roofId: string
  by: string
  on: string
  promises: string
  sha256: string | null
  slopes: { slope: SlopeFact; said: Said; covering?: CoveringFact; about?: Covering }[]
}

function changesOf({ roofId, by, on, promises, sha256, slopes }: Typed): Change[] {
  const visit: VisitFact = {
    id: newId(),
    roofs: [roofId],
    on,
    inspector: by,
    purpose: '',
    weather: '',
    commission: null,
    walk: '',
    finishedAt: localIso(),
    others: { promises, sha256 },
  }
  const changes: Change[] = [{ kind: 'visit', fact: visit }]
  for (const { slope, said, covering, about } of slopes) {
    const { year, stage, from, to } = said
    if (stage) {
      const fact: StageFact = {
        // Of a two-part system a report rates the covering that its author saw, not the layer below.
        componentId: about?.keepsWaterOut ? covering?.id : null,
        id: placeId('stage', visit.id, slope.id),
        visitId: visit.id,
        slopeId: slope.id,
        shares: [{ stage: Number(stage), percent: 100, local: false }],
      }
      changes.push({ kind: 'stage', fact })
    }
    if (from.trim()) {
      const fact: SignOffFact = {
        id: newId(),
        visitId: visit.id,
        slopeId: slope.id,
        guessLow: Number(from),
        guessHigh: Number(to),
        by,
        at: localIso(),
      }
      changes.push({ kind: 'signOff', fact })
    }
    // One more word on the year, weighed with the others there are.
    if (year.trim() && covering) {
      const word: YearEvidence = {
        from: Number(year),
        to: Number(year),
        source: 'report',
        note: `${by}, ${on.slice(0, 4)}`,
      }
      changes.push({ kind: 'covering', fact: { ...covering, evidence: [...(covering.evidence ?? []), word] } })
    }
  }
  return changes
}
