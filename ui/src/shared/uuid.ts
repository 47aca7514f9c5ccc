/** A version 7 UUID: 48 bits of time, then random bits, so that ids sort by when they were made. */
export function newId(now = Date.now(), random = crypto.getRandomValues(new Uint8Array(10))): string {
  const time = now.toString(16).padStart(12, '0')
  const bytes = [...random]
  bytes[0] = ((bytes[0] ?? 0) & 0x0f) | 0x70
  bytes[2] = ((bytes[2] ?? 0) & 0x3f) | 0x80
  const rest = bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')
  return `${time.slice(0, 8)}-${time.slice(8)}-${rest.slice(0, 4)}-${rest.slice(4, 8)}-${rest.slice(8)}`
}
