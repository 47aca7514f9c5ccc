import { useEffect, useState } from 'react'
import type { PhotoEdits } from '../../api/types'
import { drawEdited, isPlain } from './photoEdits'

const made = new Map<string, string>()

/** A picture of this device or of the server, loaded. */
export async function loadPicture(address: string): Promise<HTMLImageElement> {
  const image = new Image()
  image.src = address
  await image.decode()
  return image
}

/** Address of a picture with what was done to it, drawn on this device: it needs no connection beyond the picture itself. */
export function useEdited(address: string | undefined, edits: PhotoEdits | null | undefined, longest: number) {
  const plain = !edits || isPlain(edits)
  const key = `${address} ${longest} ${plain ? '' : JSON.stringify(edits)}`
  const [drawn, setDrawn] = useState<{ key: string; address: string }>()
  useEffect(() => {
    if (!address || plain || !edits || made.has(key)) return
    let here = true
    loadPicture(address)
      .then((image) => {
        const canvas = drawEdited(image, { width: image.naturalWidth, height: image.naturalHeight }, edits, longest)
        return new Promise<Blob | null>((resolve) => {
          canvas.toBlob(resolve, 'image/jpeg', 0.85)
        })
      })
      .then((blob) => {
        if (!blob) return
        made.set(key, URL.createObjectURL(blob))
        if (here) setDrawn({ key, address: made.get(key) as string })
      })
      // Without the picture there is nothing to show; the plain address says so by itself.
      .catch(() => here && setDrawn({ key, address }))
    return () => {
      here = false
    }
  }, [address, edits, plain, key, longest])
  if (plain) return address
  return made.get(key) ?? (drawn?.key === key ? drawn.address : undefined)
}
