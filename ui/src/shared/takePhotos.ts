import { useMutation } from '@tanstack/react-query'
import type { PhotoFact } from '../api/types'
import { type Change, recordChanges, whileSaving } from '../offline/outbox'
import { keepPicture } from '../offline/pictures'
import { useNamingRoof } from './roofOfRecords'
import { newId } from './uuid'
import { useVisitContext } from './visitContext'

export type PhotoFields = Partial<
  Pick<PhotoFact, 'findingId' | 'slopeId' | 'station' | 'role' | 'writeUp' | 'caption' | 'spot' | 'detailId'>
>

export function photoFact(visitId: string, kept: { sha256: string; takenAt: string }, fields: PhotoFields): PhotoFact {
  return {
    id: newId(),
    visitId,
    findingId: null,
    slopeId: null,
    station: null,
    role: 'seen',
    writeUp: false,
    caption: '',
    ...fields,
    ...kept,
  }
}

/** Keeps photos of a visit, each at once; one that is refused says why and stops no other. */
export function useTakePhotos() {
  const { visit } = useVisitContext()
  const named = useNamingRoof()
  return useMutation({
    networkMode: 'always',
    mutationFn: ({ files, fields }: { files: File[]; fields: PhotoFields }) =>
      whileSaving(async () => {
        const refused: unknown[] = []
        for (const file of files) {
          try {
            const kept = await keepPicture(file)
            const change: Change = { kind: 'photo', fact: photoFact(visit.visit.id, kept, fields) }
            await recordChanges([named(change)], [])
          } catch (error) {
            refused.push(error)
          }
        }
        if (refused.length > 0) throw refused[0]
      }),
  })
}
