import { useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { localIso } from '../../api/clock'
import type { FindingFact, PhotoFact, Verdict } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { whileSaving } from '../../offline/outbox'
import { keepPicture } from '../../offline/pictures'
import { coveringOn } from '../../shared/covering'
import { type Change, useRecord } from '../../shared/facts'
import { readMeasure, useParsed } from '../../shared/MeasureInput'
import { conditionOf, isWhole } from '../../shared/ownCondition'
import { photoFact } from '../../shared/takePhotos'
import { useBehind } from '../../shared/useBehind'
import { useVisitContext } from '../../shared/visitContext'
import { defaultReason } from './ChangeReason'
import { dropDraft, keepDraft, keptDraft } from './drafts'
import { lookedHere, punchItemFor, viewChanged } from './findingFacts'
import { useFindingPhotos } from './findingPhotos'
import { usePreparedVerdicts } from './preparedVerdicts'

export type FindingForm = ReturnType<typeof useFindingForm>

/** A finding while it is entered: what was tapped, how it is judged, and keeping it. */
export function useFindingForm(given: FindingFact, isNew: boolean, tray: PhotoFact | undefined) {
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
  const [amountUnread, setAmountUnread] = useState(false)
  const [stainUnread, setStainUnread] = useState(false)
  const [pondUnread, setPondUnread] = useState(false)
  const photos = useFindingPhotos(draft, tray)
  const record = useRecord(visit.heads)

  const condition = conditionOf(book, draft)
  // Words of one's own are weighed once there is enough of them.
  const complete = !draft.own || isWhole(draft.own)
  const quantity = book.quantities.find((other) => other.id === condition?.quantity)
  const { slopes, coverings, asOf, local = null, firm = null } = visit.facts
  const covering = draft.slopeId ? coveringOn(coverings, draft.slopeId, asOf)?.kind : undefined
  const parsed = useParsed(typed, quantity?.unit ?? 'length', 'inch', covering)
  // What was kept before was read before: it is judged at once, without reading it again.
  const value = typed === start.measure?.typed ? start.measure.value : parsed?.value
  const reading = parsed?.reading === true && typed !== start.measure?.typed
  const measure = quantity && value != null ? { typed: parsed?.readAs ?? typed, value, how } : null
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
  const whole = useCoreAnswer(
    'assess',
    condition && complete ? { ...visit.facts, findings: [...others, finding] } : undefined,
  )
  // Until the browser's core has started, what was kept is shown as the visit was judged.
  const asKept = draft === start && typed === (start.measure?.typed ?? '') && how === (start.measure?.how ?? 'tape')
  const judged = condition
    ? (whole.answer ?? (asKept ? assessment : undefined))?.findings.find((other) => other.findingId === finding.id)
    : undefined
  const { roofProblems: problems, leaks, ponds } = whole.answer ?? assessment
  // The verdict alone is quick, and that of the keys is ready before they are tapped; the rest follows.
  const at = useMemo(
    () => ({
      covering: covering ?? null,
      risePer12: slopes.find(({ id }) => id === draft.slopeId)?.pitch.risePer12 ?? null,
      local,
      deciding: draft.deciding ?? null,
      firm: firm?.limits ?? null,
    }),
    [slopes, covering, local, firm, draft.slopeId, draft.deciding],
  )
  const quick = useCoreAnswer(
    'verdict',
    condition && !draft.own ? { condition: condition.code, ...at, measure: finding.measure ?? null } : undefined,
  )
  usePreparedVerdicts(draft.own ? null : condition, quantity, at, how)
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
      ...(isNew
        ? punchItemFor(
            visit,
            records,
            kept,
            judged?.name ?? condition?.name ?? '',
            judged?.remedyTitle ?? condition?.remedy.title ?? '',
          )
        : []),
    ]
  }
  // What is typed is read to its end before anything is saved: a measure still being read is not "not measured".
  const save = async (more: PhotoFact[] = []) => {
    setFailure(undefined)
    setSaving(true)
    try {
      const read = quantity ? await readMeasure(typed, quantity.unit, 'inch', covering) : null
      if (read?.problem) throw new Error(read.problem.text)
      const value = read?.value ?? null
      record.mutate(changes(more, value === null ? null : { typed: read?.readAs ?? typed, value, how }), {
        onSuccess: () => leave(),
      })
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
      await whileSaving(async () => {
        const kept = await keepPicture(file)
        await save([
          photoFact(visit.visit.id, kept, {
            findingId: finding.id,
            slopeId: finding.slopeId,
            station: finding.station,
            role: photos.nextRole(condition),
          }),
        ])
      })
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
  const blocked =
    !condition ||
    !complete ||
    photos.busy ||
    amountUnread ||
    stainUnread ||
    pondUnread ||
    Boolean(quantity && parsed?.problem)

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

  return {
    draft,
    set,
    condition,
    quantity,
    typed,
    setTyped,
    how,
    setHow,
    reason,
    setReason,
    restored,
    discard,
    start,
    finding,
    changed,
    judged,
    problems,
    leaks,
    ponds,
    askedFor,
    waiting,
    late,
    quick,
    whole,
    photos,
    record,
    failure,
    saving,
    blocked,
    setAmountUnread,
    setStainUnread,
    setPondUnread,
    save,
    takeAndSave,
    remove,
    leave,
  }
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
