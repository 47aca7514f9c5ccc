import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { trueNow } from '../../api/clock'
import type { Condition, FindingFact, PhotoFact, Verdict } from '../../api/types'
import { useCore } from '../../core/useCore'
import { keepPicture } from '../../offline/pictures'
import { coveringOn } from '../../shared/covering'
import { type Change, useRecord } from '../../shared/facts'
import { useParsed } from '../../shared/MeasureInput'
import { NailMarks } from '../../shared/marks/NailMarks'
import { PhotoButton } from '../../shared/PhotoButton'
import { Caution, Empty, Trouble } from '../../shared/States'
import { photoFact, useTakePhotos } from '../../shared/takePhotos'
import { useVisitContext } from '../../shared/visitContext'
import { Recorder } from '../walk/Recorder'
import { ChangeReason, defaultReason } from './ChangeReason'
import { ConditionPicker } from './ConditionPicker'
import { DecidingPanel } from './DecidingPanel'
import { dropDraft, keepDraft, keptDraft } from './drafts'
import { FurtherFields, PlaceFields, SeenFields } from './FindingFields'
import { lookedHere, punchItemFor, startOf, viewChanged } from './findingFacts'
import { useFindingPhotos } from './findingPhotos'
import { MeasureKeys } from './MeasureKeys'
import { MoveUrgency } from './MoveUrgency'
import { PhotoStrip } from './PhotoStrip'
import { PlanPlace } from './PlanPlace'
import { usePreparedVerdicts } from './preparedVerdicts'
import { ReportWords } from './ReportWords'
import { Together } from './Together'
import { VerdictPanel } from './VerdictPanel'

/** Opens the finding of the address, or a new one at the station and slope that the address names. */
export function FindingPage() {
  const { findingId = '' } = useParams()
  const [query] = useSearchParams()
  const context = useVisitContext()
  const { visit, records } = context
  const existing = visit.facts.findings.find((finding) => finding.id === findingId)
  if (findingId !== 'new' && !existing)
    return <Empty title="This finding is gone">It was deleted, or belongs to another visit.</Empty>
  const photo = records.photos.find((other) => other.id === query.get('photo'))
  const start = existing ?? startOf(visit, query, photo)
  return <FindingForm key={`${findingId}?${query}`} start={start} isNew={!existing} tray={photo} />
}

type FormProps = { start: FindingFact; isNew: boolean; tray: PhotoFact | undefined }

function FindingForm({ start: given, isNew, tray }: FormProps) {
  const { visit, records, book, assessment } = useVisitContext()
  const navigate = useNavigate()
  // What was tapped on a new finding before the page went away is still there.
  const [start] = useState(() => (isNew ? (keptDraft(given) ?? given) : given))
  const [draft, setDraft] = useState(start)
  const [typed, setTyped] = useState(start.measure?.typed ?? '')
  const [how, setHow] = useState(start.measure?.how ?? 'tape')
  const [reason, setReason] = useState('')
  const [failure, setFailure] = useState<unknown>()
  const photos = useFindingPhotos(draft, tray)
  const record = useRecord(visit.heads)

  const condition = book.conditions.find((other) => other.code === draft.condition) ?? null
  const quantity = book.quantities.find((other) => other.id === condition?.quantity)
  const parsed = useParsed(typed, quantity?.unit ?? 'length')
  // What was kept before was read before: it is judged at once, without reading it again.
  const value = typed === start.measure?.typed ? start.measure.value : parsed?.value
  const measure = quantity && value != null ? { typed, value, how } : null
  const finding: FindingFact = { ...draft, measure }
  const set = (fields: Partial<FindingFact>) => {
    setDraft((old) => ({ ...old, ...fields }))
    if (isNew) keepDraft({ ...finding, ...fields })
  }
  // The whole visit is judged again with this finding in it: verdict and urgency are the ones the report will state.
  const others = visit.facts.findings.filter((other) => other.id !== finding.id)
  const live = useCore('assess', condition ? { ...visit.facts, findings: [...others, finding] } : undefined)
  // Until the browser's core has started, what was kept is shown as the visit was judged.
  const asKept = draft === start && typed === (start.measure?.typed ?? '') && how === (start.measure?.how ?? 'tape')
  const judged = (live ?? (asKept ? assessment : undefined))?.findings.find((other) => other.findingId === finding.id)
  // The verdict alone is quick, and that of the keys is ready before they are tapped; the rest follows.
  const { slopes, coverings, asOf, local = null } = visit.facts
  const at = useMemo(
    () => ({
      covering: draft.slopeId ? (coveringOn(coverings, draft.slopeId, asOf)?.kind ?? null) : null,
      risePer12: slopes.find(({ id }) => id === draft.slopeId)?.pitch.risePer12 ?? null,
      local,
      deciding: draft.deciding ?? null,
    }),
    [slopes, coverings, asOf, local, draft.slopeId, draft.deciding],
  )
  const verdict = useCore('verdict', condition ? { condition: condition.code, ...at, measure } : undefined)
  usePreparedVerdicts(condition, quantity, at, how)
  const back = `/visits/${visit.visit.id}/walk?station=${draft.station}`
  const changed = !isNew && viewChanged(given, finding)

  // Who has walked on to another screen while it was being kept is not fetched back from there.
  const [address] = useState(() => window.location.pathname)
  const leave = (state?: object) => {
    dropDraft(visit.visit.id)
    if (window.location.pathname === address) navigate(back, { state })
  }

  const changes = (more: PhotoFact[]): Change[] => {
    const earlier = changed
      ? [...(given.earlier ?? []), { ...earlierOf(given), reason: reason || defaultReason(given, finding) }]
      : (given.earlier ?? null)
    const kept: FindingFact = { ...finding, earlier }
    return [
      { kind: 'finding', fact: kept },
      ...[...photos.toKeep(), ...more].map((fact): Change => ({ kind: 'photo', fact })),
      ...photos.removed.map((fact): Change => ({ kind: 'photo', fact, deleted: true })),
      ...lookedHere(visit, finding, book.stations),
      ...(isNew ? punchItemFor(visit, records, kept, judged?.name ?? condition?.name ?? '', condition) : []),
    ]
  }
  const save = (more: PhotoFact[] = []) => record.mutate(changes(more), { onSuccess: () => leave() })
  const takeAndSave = async ([file]: File[]) => {
    if (!file) return
    setFailure(undefined)
    try {
      const kept = await keepPicture(file)
      save([
        photoFact(visit.visit.id, kept, {
          findingId: finding.id,
          slopeId: finding.slopeId,
          station: finding.station,
          role: photos.nextRole(condition),
        }),
      ])
    } catch (error) {
      setFailure(error)
    }
  }
  // The form is gone the moment the finding is: what comes after must not hang on it.
  const remove = () =>
    record
      .mutateAsync([{ kind: 'finding', fact: given, deleted: true }])
      .then(([receipt]) => leave({ deleted: given, revision: receipt?.revision }))
      .catch(setFailure)
  const blocked = !condition || photos.busy || Boolean(quantity && parsed?.problem)

  return (
    <Flex gap="4" direction={{ base: 'column', lg: 'row' }} align="start" className="k-abovefoot">
      <Stack className="k-sheet" gap="4" flex="3" w="full" minW="0">
        <ConditionPicker
          station={draft.station}
          family={familyOf(visit, book, draft.slopeId)}
          chosen={condition}
          onChoose={(next: Condition | null) =>
            set({
              condition: next?.code ?? '',
              outcome: next?.defaultOutcome ?? 'mend',
              deciding: null,
              views: null,
              moved: null,
              ownWords: null,
            })
          }
        />
        {condition?.caution && <Caution>{condition.caution}</Caution>}
        {quantity && (
          <MeasureKeys
            quantity={quantity}
            typed={typed}
            how={how}
            onTyped={(next) => setTyped(next)}
            onHow={(next) => setHow(next)}
          />
        )}
        {condition && <VerdictPanel verdict={shownVerdict(draft, verdict, judged?.verdict)} />}
        {judged && <DecidingPanel draft={draft} decisions={judged.decisions} onChange={set} />}
        {condition && (
          <SeenFields
            draft={draft}
            canFall={condition.canFall || condition.consequence === 'lifeSafety'}
            onChange={set}
          />
        )}
        {changed && <ChangeReason before={given} after={finding} reason={reason} onReason={setReason} />}
        <PlaceFields draft={draft} onChange={set} />
        <PlanPlace draft={draft} onChange={set} />
        {condition && <FurtherFields draft={draft} condition={condition} onChange={set} />}
      </Stack>
      <Stack gap="3" flex="2" w="full" minW="0">
        {condition && (
          <Box className="k-sheet">
            <PhotoStrip photos={photos} rolesDue={condition.photosDue ?? []} />
          </Box>
        )}
        {condition && <Recorder station={draft.station} slopeId={draft.slopeId ?? null} findingId={draft.id} />}
        {condition && judged && (
          <Box className="k-sheet">
            <NailMarks nails={judged.urgency.nails} words={judged.urgency.words} />
            <Text mt="1">{judged.urgency.why.join(' ')}</Text>
            <MoveUrgency draft={draft} judged={judged} by={visit.visit.inspector} onChange={set} />
          </Box>
        )}
        {judged && judged.together.length > 0 && <Together of={judged.together} />}
        {judged && <ReportWords draft={draft} judged={judged} onChange={set} />}
        {(record.isError || failure !== undefined) && <Trouble error={record.error ?? failure} />}
        <Flex className="k-foot" gap="2" wrap="wrap">
          {condition ? (
            <>
              <PhotoButton
                camera
                label="Photo, and keep"
                onFiles={takeAndSave}
                disabled={blocked || record.isPending}
                className="k-photokey k-photokey-main"
              >
                <Camera size={20} /> <span>Photo, and keep</span>
              </PhotoButton>
              <Button
                size="lg"
                variant="outline"
                flex="1"
                onClick={() => save()}
                disabled={blocked}
                loading={record.isPending}
              >
                {photos.busy
                  ? 'A moment …'
                  : photos.list.length > 0
                    ? 'Keep the finding'
                    : isNew
                      ? 'Keep without a photo'
                      : 'Keep the finding'}
              </Button>
            </>
          ) : (
            <LaterButton draft={draft} onDone={() => leave()} />
          )}
          <Button size="lg" variant="outline" onClick={() => leave()}>
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

/** No wording at hand: the photo waits in the tray, with its place. */
function LaterButton({ draft, onDone }: { draft: FindingFact; onDone: () => void }) {
  const take = useTakePhotos()
  const keep = (files: File[]) =>
    take.mutate(
      { files, fields: { slopeId: draft.slopeId ?? null, station: draft.station, writeUp: true } },
      { onSuccess: onDone },
    )
  return (
    <>
      <PhotoButton camera label="Photo, write up later" onFiles={keep} disabled={take.isPending} className="k-photokey">
        <Camera size={20} /> <span>Photo, write up later</span>
      </PhotoButton>
      {take.isError && <Trouble error={take.error} />}
    </>
  )
}

/** The quick verdict while the rest is judged; what decided the finding otherwise goes before it. */
const shownVerdict = (draft: FindingFact, quick: Verdict | undefined, judged: Verdict | undefined) =>
  judged?.outcome === 'noted' ? judged : ((draft.slopeId ? quick : undefined) ?? judged)

const earlierOf = (finding: FindingFact) => ({
  condition: finding.condition,
  measured: finding.measure?.typed ?? '',
  evidence: finding.evidence,
  extent: finding.extent,
  outcome: finding.outcome ?? 'mend',
  until: new Date(trueNow()).toISOString(),
})

type Context = ReturnType<typeof useVisitContext>

function familyOf(visit: Context['visit'], book: Context['book'], slopeId: string | null | undefined) {
  const slopes = slopeId ? [slopeId] : visit.facts.slopes.map((slope) => slope.id)
  const [covering] = slopes.flatMap((id) => coveringOn(visit.facts.coverings, id, visit.facts.asOf) ?? [])
  return book.coverings.find((other) => other.kind === covering?.kind)?.family ?? null
}
