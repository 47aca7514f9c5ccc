/** How far this device's clock is from the server's, as last seen. What is recorded is dated by the server's clock. */
const stored = 'kalpa-clock-offset-ms'

/** A clock this far out is told to the person; less is the network's delay. */
export const clock = { tellMs: 5 * 60_000 } as const

let offsetMs = Number(localStorage.getItem(stored) ?? 0) || 0

export function noteServerDate(header: string | null, deviceNow = Date.now()) {
  const server = header ? Date.parse(header) : Number.NaN
  if (Number.isNaN(server)) return
  offsetMs = server - deviceNow
  localStorage.setItem(stored, String(offsetMs))
}

export const clockOffsetMs = () => offsetMs

/** The time, set right by the server's clock. */
export const trueNow = () => Date.now() + offsetMs

/** Days from one moment to another by the calendar of this device's place. */
function dayNumber(ms: number) {
  const date = new Date(ms)
  return Math.floor(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / 86_400_000)
}

/** A day told at one moment, carried on to now: somebody without a connection over midnight gets the next day. */
export function carryDay(isoDay: string, toldAtMs: number, nowMs = trueNow()): string {
  const days = Math.max(0, dayNumber(nowMs) - dayNumber(toldAtMs))
  return new Date(Date.parse(`${isoDay}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)
}

/** A moment with this device's offset from UTC: the day of it is the day it was where it was recorded. */
export function localIso(ms = trueNow(), offsetMinutes = -new Date(ms).getTimezoneOffset()): string {
  const local = new Date(ms + offsetMinutes * 60_000).toISOString().slice(0, -1)
  if (offsetMinutes === 0) return `${local}Z`
  const two = (value: number) => String(value).padStart(2, '0')
  const size = Math.abs(offsetMinutes)
  return `${local}${offsetMinutes < 0 ? '-' : '+'}${two(Math.floor(size / 60))}:${two(size % 60)}`
}

/** The day it is at this device's place. */
export const localDay = (ms = trueNow()): string => localIso(ms).slice(0, 10)
