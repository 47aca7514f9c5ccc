import { useCallback, useState } from 'react'
import { sendBytes } from '../../api/client'
import type { BlobAnswer } from '../../api/types'
import { newId } from '../../shared/uuid'

export type Upload = { id: string; name: string; share: number; caption: string; blob?: BlobAnswer; error?: unknown }

const uploads = { atOnce: 3 } as const

/** Runs jobs in order, so many at a time. */
export async function inTurns<T>(items: T[], atOnce: number, run: (item: T) => Promise<void>): Promise<void> {
  const waiting = [...items]
  const lane = async () => {
    for (let item = waiting.shift(); item !== undefined; item = waiting.shift()) await run(item)
  }
  await Promise.all(Array.from({ length: Math.min(atOnce, items.length) }, lane))
}

/** Photos on their way to the server: each with its progress; one that is refused says why and stops no other. */
export function usePhotoUploads() {
  const [list, setList] = useState<Upload[]>([])
  const add = useCallback(async (files: File[]) => {
    const jobs = files.map((file) => ({ file, id: newId() }))
    const change = (id: string, fields: Partial<Upload>) =>
      setList((old) => old.map((upload) => (upload.id === id ? { ...upload, ...fields } : upload)))
    setList((old) => [...old, ...jobs.map(({ file, id }) => ({ id, name: file.name, share: 0, caption: '' }))])
    await inTurns(jobs, uploads.atOnce, async ({ file, id }) => {
      try {
        const blob = await sendBytes<BlobAnswer>('/api/photos', file, (share) => change(id, { share }))
        change(id, { blob, share: 1 })
      } catch (error) {
        change(id, { error })
      }
    })
  }, [])
  const remove = useCallback((id: string) => setList((old) => old.filter((upload) => upload.id !== id)), [])
  const caption = useCallback((id: string, words: string) => {
    setList((old) => old.map((upload) => (upload.id === id ? { ...upload, caption: words } : upload)))
  }, [])
  return { list, add, remove, caption, busy: list.some((upload) => !upload.blob && !upload.error) }
}
