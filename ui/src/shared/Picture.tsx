import type { CSSProperties } from 'react'
import type { PhotoEdits } from '../api/types'
import { useBytesAddress } from '../offline/pictures'
import { useEdited } from './photoEditor/useEdited'

type Props = {
  sha256: string
  alt: string
  size?: 'thumb' | 'screen'
  className?: string
  style?: CSSProperties
  /** Opens the picture larger when touched. */
  open?: boolean
  /** What was done to the photo. */
  edits?: PhotoEdits | null
}

const longest = { thumb: 400, screen: 1600 } as const

/** A picture with what was done to it, from this device while it holds it, else from the server. */
export function Picture({ sha256, alt, size = 'thumb', className = 'k-thumb', style, open, edits }: Props) {
  // What is cropped needs more of the picture than a small copy has.
  const source = edits ? 'screen' : size
  const address = useEdited(useBytesAddress(sha256, `/api/photos/${sha256}/${source}`), edits, longest[size])
  const large = useEdited(useBytesAddress(sha256, `/api/photos/${sha256}/screen`), edits, longest.screen)
  const image = <img className={className} src={address} alt={alt} style={style} loading="lazy" />
  return open ? (
    <a href={large} target="_blank" rel="noreferrer">
      {image}
    </a>
  ) : (
    image
  )
}
