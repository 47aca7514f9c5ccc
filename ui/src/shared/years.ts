export type YearsRead = { ok: true; from: number | null; to: number | null } | { ok: false; problem: string }

const OLDEST_YEARS = 500

/**
 * A year or an age as said: "2006", "1998–2003", "10 to 15, I'd say", "about 12 years". Numbers of four digits are years, smaller ones ages on the day;
 * "about" widens by two either way.
 */
export function readYears(typed: string, yearOfDay: number): YearsRead {
  const text = typed.trim().toLowerCase()
  if (text === '') return { ok: true, from: null, to: null }
  const numbers = text.match(/\d+/g)?.map(Number) ?? []
  if (numbers.length === 0 || numbers.length > 2) return unread
  const [first, second = first] = numbers as [number, number?]
  const about = /about|roughly|some |or so|say|~|ca\b/.test(text) && numbers.length === 1 ? 2 : 0
  const isYear = (n: number) => n >= 1500 && n <= 2200
  if (isYear(first)) {
    const last = isYear(second) ? second : second < 100 ? inCentury(first, second) : Number.NaN
    if (Number.isNaN(last)) return unread
    return ordered(first - about, last + about, yearOfDay)
  }
  if (first > OLDEST_YEARS || second > OLDEST_YEARS) return unread
  return ordered(yearOfDay - Math.max(first, second) - about, yearOfDay - Math.min(first, second) + about, yearOfDay)
}

/** The year of two digits that comes next after another: 1998 to 03 is 2003. */
function inCentury(first: number, digits: number) {
  const year = Math.floor(first / 100) * 100 + digits
  return year < first ? year + 100 : year
}

const unread: YearsRead = { ok: false, problem: 'Type a year (2006), two years (1998–2003) or an age (10 to 15).' }

function ordered(from: number, to: number, yearOfDay: number): YearsRead {
  if (from > yearOfDay) return { ok: false, problem: 'That year is still to come.' }
  return from > to
    ? { ok: false, problem: 'The first year comes after the last.' }
    : { ok: true, from, to: Math.min(to, yearOfDay) }
}
