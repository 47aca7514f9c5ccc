import { useEffect, useState } from 'react'
import { ApiError } from '../api/client'
import { localIso, trueNow } from '../api/clock'
import { device } from './database'
import { fullDevice, outboxState, somethingWaits, whileSaving } from './outbox'
import type { PictureDone, PictureJob } from './pictureWorker'
import { makeRoom } from './room'

export type KeptPicture = { sha256: string; takenAt: string }

const limits = { mostBytes: 30_000_000 } as const

let worker: Worker | undefined
let lastId = 0
const jobs = new Map<number, (done: PictureDone) => void>()

function work(file: Blob, picture: boolean): Promise<PictureDone> {
  if (!worker) {
    worker = new Worker(new URL('./pictureWorker.ts', import.meta.url), { type: 'module' })
    worker.addEventListener('message', ({ data }: MessageEvent<PictureDone>) => {
      jobs.get(data.id)?.(data)
      jobs.delete(data.id)
    })
    // A worker that breaks answers nothing any more: whoever waits is told, and the next picture gets a new one.
    worker.addEventListener('error', () => {
      worker?.terminate()
      worker = undefined
      for (const [id, done] of jobs) done({ id, broken: true })
      jobs.clear()
    })
  }
  const id = ++lastId
  return new Promise((resolve) => {
    jobs.set(id, resolve)
    worker?.postMessage({ id, file, picture } satisfies PictureJob)
  })
}

const refusal = (code: string, text: string) => new ApiError(422, code, 'The photo was not kept', text)

/** Why a file is no picture that Kalpa reads; undefined when it is one. The server looks again. */
export async function pictureProblem(file: Blob): Promise<ApiError | undefined> {
  if (file.size === 0) return refusal('photo.empty', 'The file is empty (0 bytes). Take or choose the photo again.')
  if (file.size > limits.mostBytes)
    return refusal('photo.too-large', 'The file is over 30 MB. Send it from the camera at a smaller size.')
  const start = new Uint8Array(await file.slice(0, 12).arrayBuffer())
  const text = String.fromCharCode(...start)
  if (
    text.startsWith('\xff\xd8\xff') ||
    text.startsWith('\x89PNG') ||
    (text.startsWith('RIFF') && text.endsWith('WEBP'))
  )
    return undefined
  if (text.slice(4, 8) === 'ftyp' && /hei|hev|mif1|msf1/.test(text.slice(8)))
    return refusal(
      'photo.heic',
      'This is a HEIC picture, which Kalpa does not read. Set the camera to “Most compatible” (JPEG), or export it as JPEG.',
    )
  return refusal('photo.not-a-picture', 'This file is not a JPEG, PNG or WebP picture.')
}

/** Keeps a picture on this device; it is sent when that is possible. */
export const keepPicture = (file: File): Promise<KeptPicture> => whileSaving(() => picture(file))

async function picture(file: File): Promise<KeptPicture> {
  const problem = await pictureProblem(file)
  if (problem) throw problem
  const done = await work(file, true)
  if (done.broken)
    throw refusal('photo.not-prepared', 'The photo could not be prepared on this device. Take or choose it again.')
  if (!done.sha256)
    throw refusal(
      'photo.damaged',
      'The picture is cut off or damaged. Take it again, or copy it from the camera again.',
    )
  await keepBytes(done.sha256, file, done.report ?? null)
  return { sha256: done.sha256, takenAt: done.takenAt ?? localIso() }
}

/** Keeps a recording on this device. */
export const keepRecording = (bytes: Blob): Promise<KeptPicture> => whileSaving(() => clip(bytes))

async function clip(bytes: Blob): Promise<KeptPicture> {
  const done = await work(bytes, false)
  if (!done.sha256) throw refusal('clip.failed', 'The recording could not be kept. Record it again.')
  await keepBytes(done.sha256, bytes, null)
  return { sha256: done.sha256, takenAt: localIso() }
}

/** Keeps a PDF on this device; it is sent when that is possible. */
export const keepDocument = (file: File): Promise<KeptPicture> => whileSaving(() => pdf(file))

async function pdf(file: File): Promise<KeptPicture> {
  const refused = (code: string, text: string) => new ApiError(422, code, 'The file was not kept', text)
  if (file.size > limits.mostBytes) throw refused('document.too-large', 'The file is over 30 MB. Save it smaller.')
  const start = String.fromCharCode(...new Uint8Array(await file.slice(0, 5).arrayBuffer()))
  if (start !== '%PDF-')
    throw refused('document.no-pdf', 'This file is not a PDF. Print or export the report as PDF first.')
  const done = await work(file, false)
  if (!done.sha256) throw refused('document.failed', 'The file could not be kept. Choose it again.')
  await keepBytes(done.sha256, file, null)
  return { sha256: done.sha256, takenAt: localIso() }
}

async function keepBytes(sha256: string, original: Blob, report: Blob | null) {
  const { personId } = outboxState()
  if (!personId) throw new Error('Nobody is signed in.')
  // Copied: a file chosen from disk may be gone when it is sent.
  await makeRoom()
  const copy = new Blob([await original.arrayBuffer()], { type: original.type })
  try {
    if (await device.blobs.get([personId, sha256])) return
    await device.blobs.add({
      sha256,
      personId,
      original: copy,
      report,
      bytes: original.size,
      reportSent: report ? 0 : 1,
      whole: 0,
      addedAt: trueNow(),
    })
  } catch (error) {
    throw fullDevice(error)
  }
  somethingWaits()
}

/** Takes a chosen file for an original that the server asks for again, when its bytes are that one's; true when they are. */
export async function offerOriginal(file: File, wanted: string[]): Promise<boolean> {
  const { personId } = outboxState()
  const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer())
  const sha256 = [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  if (!personId || !wanted.includes(sha256)) return false
  await device.blobs.delete([personId, sha256])
  await keepBytes(sha256, file, null)
  return true
}

const addresses = new Map<string, string>()

/** Address of a picture's bytes on this device, if it holds them. */
async function localAddress(sha256: string): Promise<string | undefined> {
  const known = addresses.get(sha256)
  if (known) return known
  const { personId } = outboxState()
  const row = personId ? await device.blobs.get([personId, sha256]) : undefined
  const bytes = row?.report ?? row?.original
  if (!bytes) return undefined
  const address = URL.createObjectURL(bytes)
  addresses.set(sha256, address)
  return address
}

/** Where to show a picture or recording from: this device when it has it, else the server. Undefined for the moment of finding out. */
export function useBytesAddress(sha256: string, remote: string): string | undefined {
  const [address, setAddress] = useState<string | undefined>(addresses.get(sha256))
  useEffect(() => {
    let here = true
    localAddress(sha256)
      .catch(() => undefined)
      .then((local) => here && setAddress(local ?? remote))
    return () => {
      here = false
    }
  }, [sha256, remote])
  return address
}

/** Forgets pictures that were sent long ago, and nothing else. */
export async function pruneSent(keepMs = 14 * 86_400_000) {
  await device.blobs
    .where('addedAt')
    .below(trueNow() - keepMs)
    .filter((blob) => blob.whole === 1)
    .delete()
    .catch(() => undefined)
}
