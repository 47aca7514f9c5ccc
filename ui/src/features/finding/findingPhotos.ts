import { useCallback, useState } from 'react'
import type { Condition, FindingFact, PhotoFact, PhotoRole } from '../../api/types'
import { recordChanges, whileSaving } from '../../offline/outbox'
import { keepPicture } from '../../offline/pictures'
import { photoFact } from '../../shared/takePhotos'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'

/** A photo on the form: one of the finding already, or taken for it just now. */
export type FormPhoto = { id: string; name: string; fact?: PhotoFact; error?: unknown }

/**
 * Photos of a finding that is being entered. Each is on record the moment it is taken, waiting in the inbox; keeping the finding hangs it on.
 * So a page that goes away loses no photo.
 */
export function useFindingPhotos(draft: FindingFact, tray: PhotoFact | undefined) {
  const { visit, records } = useVisitContext()
  const visitId = visit.visit.id
  const [list, setList] = useState<FormPhoto[]>(() => [
    ...records.photos
      .filter((photo) => photo.findingId === draft.id)
      .map((fact) => ({ id: fact.id, name: fact.caption || 'photo', fact })),
    ...(tray ? [{ id: tray.id, name: 'from the inbox', fact: tray }] : []),
  ])
  const [removed, setRemoved] = useState<PhotoFact[]>([])
  const change = useCallback(
    (id: string, fields: Partial<FormPhoto>) =>
      setList((old) => old.map((photo) => (photo.id === id ? { ...photo, ...fields } : photo))),
    [],
  )
  const add = async (files: File[], role: PhotoRole = 'seen') => {
    const jobs = files.map((file) => ({ file, id: newId(), name: file.name }))
    setList((old) => [...old, ...jobs.map(({ id, name }) => ({ id, name }))])
    await whileSaving(async () => {
      for (const { file, id } of jobs) {
        try {
          const kept = await keepPicture(file)
          const fact = {
            ...photoFact(visitId, kept, { slopeId: draft.slopeId, station: draft.station, role, writeUp: true }),
            id,
            roofId: visit.roof.id,
          }
          await recordChanges([{ kind: 'photo', fact }], [])
          change(id, { fact })
        } catch (error) {
          change(id, { error })
        }
      }
    })
  }
  const remove = (photo: FormPhoto) => {
    setList((old) => old.filter((other) => other !== photo))
    if (photo.fact) setRemoved((old) => [...old, photo.fact as PhotoFact])
  }
  const describe = (photo: FormPhoto, fields: Partial<PhotoFact>) =>
    photo.fact && change(photo.id, { fact: { ...photo.fact, ...fields } })
  /** What is to be recorded with the finding: those taken just now, and those changed. */
  const toKeep = () =>
    list.flatMap(({ fact }) => {
      if (!fact) return []
      const kept = { ...fact, findingId: draft.id, slopeId: draft.slopeId, station: draft.station, writeUp: false }
      const before = records.photos.find((photo) => photo.id === fact.id)
      return before && JSON.stringify(before) === JSON.stringify(kept) ? [] : [kept]
    })
  /** The first role that a rule asks for and that is not there yet. */
  const nextRole = (condition: Condition | null): PhotoRole =>
    (condition?.photosDue ?? []).find((role) => list.every((photo) => photo.fact?.role !== role)) ?? 'seen'
  const busy = list.some((photo) => !photo.fact && photo.error === undefined)
  return { list, removed, add, remove, describe, toKeep, nextRole, busy }
}

export type FindingPhotos = ReturnType<typeof useFindingPhotos>
