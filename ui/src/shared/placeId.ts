import { sha256 } from '@noble/hashes/sha2.js'
import { utf8ToBytes } from '@noble/hashes/utils.js'

/**
 * The id of something there is one of at a place: a look, a stage, an answer. Two devices give it the same id, so that both speaking of it is seen
 * as such. A version 8 UUID (RFC 9562) of the names.
 */
export function placeId(...names: (string | null)[]): string {
  const bytes = sha256(utf8ToBytes(names.map((name) => name ?? '').join('\n'))).slice(0, 16)
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x80
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`
}
