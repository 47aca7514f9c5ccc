import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import type { Condition, FindingFact, LookFact, PhotoFact } from '../../api/types'
import { useCore } from '../../core/useCore'
import { coveringOn } from '../../shared/covering'
import { type Change, useRecord } from '../../shared/facts'
import { useParsed } from '../../shared/MeasureInput'
import { NailMarks } from '../../shared/marks/NailMarks'
import { Caution, Empty, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { ConditionPicker } from './ConditionPicker'
import { PlaceFields, SeenFields } from './FindingFields'
import { MeasureKeys } from './MeasureKeys'
import { PhotoStrip } from './PhotoStrip'
import { usePhotoUploads } from './photoUploads'
import { VerdictPanel } from './VerdictPanel'

/** Opens the finding of the address, or a new one at the station and slope that the address names. */
export function FindingPage() {
  const { findingId = '' } = useParams()
  const [query] = useSearchParams()
  const { visit } = useVisitContext()
  const existing = visit.facts.findings.find((finding) => finding.id === findingId)
  if (findingId !== 'new' && !existing)
    return <Empty title="This finding is gone">It was deleted, or belongs to another visit.</Empty>
  const start: FindingFact = existing ?? {
    id: newId(),
    visitId: visit.visit.id,
    slopeId: query.get('slope'),
    station: query.get('station') ?? 'field',
    condition: '',
    place: '',
    evidence: 'noneSeen',
    extent: 'onePlace',
    measure: null,
    peopleBelow: false,
    note: '',
  }
  return <FindingForm key={findingId} start={start} isNew={!existing} />
}

function FindingForm({ start, isNew }: { start: FindingFact; isNew: boolean }) {
  const { visit, book } = useVisitContext()
  const navigate = useNavigate()
  const [draft, setDraft] = useState(start)
  const [typed, setTyped] = useState(start.measure?.typed ?? '')
  const [how, setHow] = useState(start.measure?.how ?? 'tape')
  const [removed, setRemoved] = useState<PhotoFact[]>([])
  const uploads = usePhotoUploads()
  const record = useRecord(visit.heads)
  const set = (fields: Partial<FindingFact>) => setDraft((old) => ({ ...old, ...fields }))

  const condition = book.conditions.find((other) => other.code === draft.condition) ?? null
  const quantity = book.quantities.find((other) => other.id === condition?.quantity)
  const parsed = useParsed(typed, quantity?.unit ?? 'length')
  // What was kept before was read before: it is judged at once, without reading it again.
  const value = typed === start.measure?.typed ? start.measure.value : parsed?.value
  const measure = quantity && value != null ? { typed, value, how } : null
  const finding: FindingFact = { ...draft, measure }
  // The whole visit is judged again with this finding in it: verdict and urgency are the ones the report will state.
  const others = visit.facts.findings.filter((other) => other.id !== finding.id)
  const judged = useCore(
    'assess',
    condition ? { ...visit.facts, findings: [...others, finding] } : undefined,
  )?.findings.find((other) => other.findingId === finding.id)
  const back = `/visits/${visit.visit.id}/walk?station=${draft.station}`
  const kept = visit.photos.filter((photo) => photo.findingId === draft.id && !removed.includes(photo))

  // Who has walked on to another screen while it was being kept is not fetched back from there.
  const [address] = useState(() => window.location.pathname)
  const stillHere = () => window.location.pathname === address

  const save = () => {
    const photos: Change[] = uploads.list.flatMap(({ id, blob, caption }) =>
      blob
        ? [
            {
              kind: 'photo',
              fact: {
                id,
                visitId: visit.visit.id,
                findingId: draft.id,
                slopeId: draft.slopeId,
                sha256: blob.sha256,
                caption,
                takenAt: blob.takenAt ?? null,
              } satisfies PhotoFact,
            },
          ]
        : [],
    )
    const gone: Change[] = removed.map((fact) => ({ kind: 'photo', fact, deleted: true }))
    record.mutate(
      [
        { kind: 'finding', fact: finding },
        ...photos,
        ...gone,
        ...lookedHere(visit.facts.looks, finding, book.stations),
      ],
      {
        onSuccess: () => stillHere() && navigate(back),
      },
    )
  }
  const remove = () =>
    record.mutate([{ kind: 'finding', fact: start, deleted: true }], {
      onSuccess: ([receipt]) =>
        stillHere() && navigate(back, { state: { deleted: start, revision: receipt?.revision } }),
    })

  return (
    <Flex gap="4" direction={{ base: 'column', lg: 'row' }} align="start" className="k-abovefoot">
      <Stack className="k-sheet" gap="4" flex="3" w="full">
        <PlaceFields draft={draft} onChange={set} />
        <ConditionPicker
          station={draft.station}
          family={familyOf(visit, book, draft.slopeId)}
          chosen={condition}
          onChoose={(next: Condition | null) => set({ condition: next?.code ?? '' })}
        />
        {condition?.caution && <Caution>{condition.caution}</Caution>}
        {quantity && <MeasureKeys quantity={quantity} typed={typed} how={how} onTyped={setTyped} onHow={setHow} />}
        {condition && <VerdictPanel verdict={judged?.verdict} />}
        {condition && (
          <SeenFields
            draft={draft}
            canFall={condition.canFall || condition.consequence === 'lifeSafety'}
            onChange={set}
          />
        )}
      </Stack>
      <Stack gap="3" flex="2" w="full">
        <Box className="k-sheet">
          <PhotoStrip
            kept={kept}
            uploads={uploads.list}
            onFiles={uploads.add}
            onDrop={uploads.remove}
            onCaption={uploads.caption}
            onRemove={(photo) => setRemoved((old) => [...old, photo])}
          />
        </Box>
        {condition && judged && (
          <Box className="k-sheet">
            <NailMarks nails={judged.urgency.nails} words={judged.urgency.words} />
            <Text mt="1">{judged.urgency.why.join(' ')}</Text>
            <Text mt="2" fontWeight="bold">
              In the report
            </Text>
            <Text>{judged.observed}</Text>
          </Box>
        )}
        {record.isError && <Trouble error={record.error} />}
        <Flex className="k-foot" gap="2" wrap="wrap">
          <Button
            size="lg"
            colorPalette="verdigris"
            flex="1"
            onClick={save}
            disabled={!condition || uploads.busy || Boolean(quantity && parsed?.problem)}
            loading={record.isPending}
          >
            {uploads.busy ? 'Photos are on their way' : 'Keep the finding'}
          </Button>
          <Button size="lg" variant="outline" onClick={() => navigate(back)}>
            Back
          </Button>
          {!isNew && (
            <Button size="lg" variant="outline" onClick={remove}>
              Delete
            </Button>
          )}
        </Flex>
      </Stack>
    </Flex>
  )
}

type Context = ReturnType<typeof useVisitContext>

function familyOf(visit: Context['visit'], book: Context['book'], slopeId: string | null) {
  const slopes = slopeId ? [slopeId] : visit.facts.slopes.map((slope) => slope.id)
  const [covering] = slopes.flatMap((id) => coveringOn(visit.facts.coverings, id, visit.facts.asOf) ?? [])
  return book.coverings.find((other) => other.kind === covering?.kind)?.family ?? null
}

/** Who records a finding at a place has looked there. */
function lookedHere(looks: LookFact[], finding: FindingFact, stations: Context['book']['stations']): Change[] {
  const station = stations.find((other) => other.key === finding.station)
  const slopeId = station?.perSlope ? finding.slopeId : null
  const needsSlope = station?.perSlope && slopeId === null
  if (needsSlope || looks.some((look) => look.station === finding.station && look.slopeId === slopeId)) return []
  return [
    {
      kind: 'look',
      fact: {
        id: newId(),
        visitId: finding.visitId,
        station: finding.station,
        slopeId,
        state: 'looked',
        how: null,
        excuse: null,
        note: '',
      } satisfies LookFact,
    },
  ]
}
