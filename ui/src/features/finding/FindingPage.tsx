import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { localIso } from '../../api/clock'
import type { Condition, FindingFact, PhotoFact, Verdict } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { keepPicture } from '../../offline/pictures'
import { coveringOn } from '../../shared/covering'
import { type Change, useRecord } from '../../shared/facts'
import { readMeasure, useParsed } from '../../shared/MeasureInput'
import { NailMarks } from '../../shared/marks/NailMarks'
import { PhotoButton } from '../../shared/PhotoButton'
import { keyInWords } from '../../shared/roofPlan/planWords'
import { Caution, Empty, Trouble } from '../../shared/States'
import { photoFact, useTakePhotos } from '../../shared/takePhotos'
import { useBehind } from '../../shared/useBehind'
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
  const same = visit.facts.findings.find((finding) => finding.id === query.get('same'))
  const there = same?.measure && visit.facts.slopes.find(({ id }) => id === same.slopeId)
  const measuredThere = there ? `On slope ${there.letter} it measured ${same.measure?.typed}.` : null
  return (
    <FindingForm
      key={`${findingId}?${query}`}
      start={start}
      isNew={!existing}
      tray={photo}
      measuredThere={measuredThere}
    />
  )
}

type FormProps = {
  start: FindingFact
  isNew: boolean
  tray: PhotoFact | undefined
  /** What the finding that this one is the same as measured on its own slope: no measure of this one. */
  measuredThere: string | null
}

function FindingForm({ start: given, isNew, tray, measuredThere }: FormProps) {
  const { visit, records, book, assessment } = useVisitContext()
  const navigate = useNavigate()
  // What was tapped on a new finding before the page went away is still there.
  const [kept] = useState(() => (isNew ? keptDraft(given) : undefined))
  const [start, setStart] = useState(kept ?? given)
  const [restored, setRestored] = useState(kept !== undefined)
  const [draft, setDraft] = useState(start)
  const [typed, setTyped] = useState(start.measure?.typed ?? '')
  const [how, setHow] = useState(start.measure?.how ?? 'tape')
  const [reason, setReason] = useState('')
  const [failure, setFailure] = useState<unknown>()
  const [saving, setSaving] = useState(false)
  const photos = useFindingPhotos(draft, tray)
  const record = useRecord(visit.heads)

  const condition = book.conditions.find((other) => other.code === draft.condition) ?? null
  const quantity = book.quantities.find((other) => other.id === condition?.quantity)
  const parsed = useParsed(typed, quantity?.unit ?? 'length')
  // What was kept before was read before: it is judged at once, without reading it again.
  const value = typed === start.measure?.typed ? start.measure.value : parsed?.value
  const reading = parsed?.reading === true && typed !== start.measure?.typed
  const measure = quantity && value != null ? { typed, value, how } : null
  // While a measure is being read, the finding is judged as it was before it: "cannot tell" would be said too soon.
  const lastRead = useRef(measure)
  if (!reading) lastRead.current = measure
  const finding: FindingFact = { ...draft, measure: reading ? lastRead.current : measure }
  const set = (fields: Partial<FindingFact>) => {
    setDraft((old) => ({ ...old, ...fields }))
    if (isNew) keepDraft({ ...finding, ...fields })
  }
  // The whole visit is judged again with this finding in it: verdict and urgency are the ones the report will state.
  const others = visit.facts.findings.filter((other) => other.id !== finding.id)
  const whole = useCoreAnswer('assess', condition ? { ...visit.facts, findings: [...others, finding] } : undefined)
  // Until the browser's core has started, what was kept is shown as the visit was judged.
  const asKept = draft === start && typed === (start.measure?.typed ?? '') && how === (start.measure?.how ?? 'tape')
  const judged = condition
    ? (whole.answer ?? (asKept ? assessment : undefined))?.findings.find((other) => other.findingId === finding.id)
    : undefined
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
  const quick = useCoreAnswer(
    'verdict',
    condition ? { condition: condition.code, ...at, measure: finding.measure ?? null } : undefined,
  )
  usePreparedVerdicts(condition, quantity, at, how)
  const back = `${visit.base}/walk?station=${draft.station}`
  const changed = !isNew && viewChanged(given, finding)

  // Who has walked on to another screen while it was being kept is not fetched back from there.
  const [address] = useState(() => window.location.pathname)
  const leave = (state?: object) => {
    dropDraft(visit.visit.id)
    if (window.location.pathname === address) navigate(back, { state })
  }

  const changes = (more: PhotoFact[], read: FindingFact['measure']): Change[] => {
    const now: FindingFact = { ...draft, measure: read }
    const earlier =
      !isNew && viewChanged(given, now)
        ? [...(given.earlier ?? []), { ...earlierOf(given), reason: reason || defaultReason(given, now) }]
        : (given.earlier ?? null)
    const kept: FindingFact = { ...now, earlier }
    return [
      { kind: 'finding', fact: kept },
      ...[...photos.toKeep(), ...more].map((fact): Change => ({ kind: 'photo', fact })),
      ...photos.removed.map((fact): Change => ({ kind: 'photo', fact, deleted: true })),
      ...lookedHere(visit, finding, book.stations),
      ...(isNew ? punchItemFor(visit, records, kept, judged?.name ?? condition?.name ?? '', condition) : []),
    ]
  }
  // What is typed is read to its end before anything is saved: a measure still being read is not "not measured".
  const save = async (more: PhotoFact[] = []) => {
    setFailure(undefined)
    setSaving(true)
    try {
      const read = quantity ? await readMeasure(typed, quantity.unit) : null
      if (read?.problem) throw new Error(read.problem.text)
      const value = read?.value ?? null
      record.mutate(changes(more, value === null ? null : { typed, value, how }), { onSuccess: () => leave() })
    } catch (error) {
      setFailure(error)
    } finally {
      setSaving(false)
    }
  }
  const takeAndSave = async ([file]: File[]) => {
    if (!file) return
    setFailure(undefined)
    try {
      const kept = await keepPicture(file)
      await save([
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

  const discard = () => {
    dropDraft(visit.visit.id)
    setStart(given)
    setDraft(given)
    setTyped(given.measure?.typed ?? '')
    setRestored(false)
  }
  const askedFor = shownVerdict(draft, quick.answer, judged?.verdict)
  const settled = quick.fresh || whole.fresh || (asKept && whole.answer === undefined)
  const waiting = reading ? 'Reading the measure…' : settled ? null : 'Calculating…'
  // Said only when it lasts: a word that comes and goes with every tap would make the page jump.
  const late = useBehind(waiting !== null)

  return (
    <Flex gap="4" direction={{ base: 'column', lg: 'row' }} align="start" className="k-abovefoot">
      <Stack className="k-sheet" gap="4" flex="3" w="full" minW="0">
        {restored && (
          <Flex className="k-note" role="status" gap="3" align="center" wrap="wrap">
            <Text flex="1" minW="12rem">
              Your unfinished finding was restored.
            </Text>
            <Button size="sm" variant="outline" onClick={discard}>
              Start over
            </Button>
          </Flex>
        )}
        {start.condition !== '' && !condition && (
          <Text color="fg.error">
            This finding was recorded as “{keyInWords(start.condition)}”, which this version of the rule book does not
            know. It stays in the report as recorded. Choose a condition, or update Kalpa.
          </Text>
        )}
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
        {measuredThere && !typed && (
          <Text className="k-note">
            {measuredThere} Measure it here too, or leave it empty: it is then reported as not measured.
          </Text>
        )}
        {condition && (
          <VerdictPanel
            verdict={askedFor}
            waiting={late ? waiting : null}
            error={askedFor ? null : (quick.error ?? whole.error)}
            onRetry={() => {
              quick.retry()
              whole.retry()
            }}
          />
        )}
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
                disabled={blocked || record.isPending || saving}
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
                loading={record.isPending || saving}
                loadingText={saving ? 'Reading the measure…' : undefined}
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
  until: localIso(),
})

type Context = ReturnType<typeof useVisitContext>

function familyOf(visit: Context['visit'], book: Context['book'], slopeId: string | null | undefined) {
  const slopes = slopeId ? [slopeId] : visit.facts.slopes.map((slope) => slope.id)
  const [covering] = slopes.flatMap((id) => coveringOn(visit.facts.coverings, id, visit.facts.asOf) ?? [])
  return book.coverings.find((other) => other.kind === covering?.kind)?.family ?? null
}
