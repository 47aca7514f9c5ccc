/// <reference lib="webworker" />
// Hashes a picture and makes its report-size copy, in a thread of its own: a phone's picture takes a second or two.
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import exifr from 'exifr/dist/lite.esm.mjs'

const reportCopy = { longestPx: 1000, quality: 0.78 } as const

export type PictureJob = { id: number; file: Blob; picture: boolean }
export type PictureDone = {
  id: number
  sha256?: string
  report?: Blob | null
  takenAt?: string | null
  failure?: string
  /** The worker itself broke: nothing is known of the picture. */
  broken?: boolean
}

async function hashOf(bytes: ArrayBuffer): Promise<string> {
  // Without a secure context the browser's own hashing is missing.
  const hash = crypto.subtle
    ? new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
    : sha256(new Uint8Array(bytes))
  return bytesToHex(hash)
}

async function reportOf(file: Blob): Promise<Blob> {
  const whole = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const scale = Math.min(1, reportCopy.longestPx / Math.max(whole.width, whole.height))
  const canvas = new OffscreenCanvas(Math.round(whole.width * scale), Math.round(whole.height * scale))
  const context = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D
  context.fillStyle = '#fff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.imageSmoothingQuality = 'high'
  context.drawImage(whole, 0, 0, canvas.width, canvas.height)
  whole.close()
  return canvas.convertToBlob({ type: 'image/jpeg', quality: reportCopy.quality })
}

/** When the camera says it was taken, with the camera's offset where it gives one. */
async function takenAtOf(bytes: ArrayBuffer): Promise<string | null> {
  const tags = await exifr
    .parse(bytes, { pick: ['DateTimeOriginal', 'OffsetTimeOriginal'], reviveValues: false })
    .catch(() => undefined)
  const match = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/.exec(tags?.DateTimeOriginal ?? '')
  if (!match) return null
  const offset = /^[+-]\d\d:\d\d$/.test(tags?.OffsetTimeOriginal ?? '') ? tags.OffsetTimeOriginal : '+00:00'
  return `${match[1]}-${match[2]}-${match[3]}T${match[4]}${offset}`
}

self.addEventListener('message', async ({ data: { id, file, picture } }: MessageEvent<PictureJob>) => {
  const done = (answer: Omit<PictureDone, 'id'>) => self.postMessage({ id, ...answer } satisfies PictureDone)
  try {
    const bytes = await file.arrayBuffer()
    const hash = await hashOf(bytes)
    if (!picture) return done({ sha256: hash, report: null, takenAt: null })
    const [report, takenAt] = [await reportOf(file), await takenAtOf(bytes)]
    done({ sha256: hash, report, takenAt })
  } catch (error) {
    done({ failure: String(error) })
  }
})
