/** The twelve bits behind the time count up while the millisecond stays the same. */
const MOST_COUNT = 0xfff

let lastTime = -1
let count = 0

/**
 * A version 7 UUID: 48 bits of time, twelve that start at random and count up within the millisecond (RFC 9562, section 6.2, method 2), then random
 * bits. Ids made one after the other on a device sort in that order, also within one millisecond and when its clock is set back.
 */
export function newId(now = Date.now(), random = crypto.getRandomValues(new Uint8Array(10))): string {
  if (now > lastTime) {
    lastTime = now
    count = (((random[0] ?? 0) << 8) | (random[1] ?? 0)) & MOST_COUNT
  } else if (count < MOST_COUNT) {
    count++
  } else {
    lastTime++
    count = 0
  }
  const time = lastTime.toString(16).padStart(12, '0')
  const bytes = [...random.slice(2)]
  bytes[0] = ((bytes[0] ?? 0) & 0x3f) | 0x80
  const rest = bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')
  return `${time.slice(0, 8)}-${time.slice(8)}-7${count.toString(16).padStart(3, '0')}-${rest.slice(0, 4)}-${rest.slice(4)}`
}
