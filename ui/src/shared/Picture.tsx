import type { CSSProperties } from 'react'
import { useBytesAddress } from '../offline/pictures'

type Props = {
  sha256: string
  alt: string
  size?: 'thumb' | 'screen'
  className?: string
  style?: CSSProperties
  /** Opens the picture larger when touched. */
  open?: boolean
}

/** A picture, from this device while it holds it, else from the server. */
export function Picture({ sha256, alt, size = 'thumb', className = 'k-thumb', style, open }: Props) {
  const address = useBytesAddress(sha256, `/api/photos/${sha256}/${size}`)
  const large = useBytesAddress(sha256, `/api/photos/${sha256}/screen`)
  const image = <img className={className} src={address} alt={alt} style={style} loading="lazy" />
  return open ? (
    <a href={large} target="_blank" rel="noreferrer">
      {image}
    </a>
  ) : (
    image
  )
}
