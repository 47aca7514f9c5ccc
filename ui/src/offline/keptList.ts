import type { HomeAnswer, HomeOrder, PropertyLine } from '../api/types'

/** What is asked of the list of properties. */
export type HomeQuery = {
  words: string
  order: HomeOrder
  page: number
  due: boolean
  notVisited: boolean
  mine: boolean
  unfinished: boolean
}

const folded = (text: string) =>
  text
    .normalize('NFD')
    .replace(/\p{Mn}/gu, '')
    .replace(/[‘’]/g, "'")
    .toLowerCase()

const visitsOf = ({ roofs }: PropertyLine) => roofs.flatMap(({ latestVisit }) => (latestVisit ? [latestVisit] : []))
const lastVisit = (line: PropertyLine) =>
  visitsOf(line)
    .map(({ on }) => on)
    .sort()
    .at(-1) ?? null

const yearBefore = (day: string) => `${Number(day.slice(0, 4)) - 1}${day.slice(4)}`

/** What has no value comes last, whichever way the others go. */
const by =
  <T extends string | number>(of: (line: PropertyLine) => T | null, down = false) =>
  (a: PropertyLine, b: PropertyLine) => {
    const [x, y] = [of(a), of(b)]
    if (x === y) return 0
    if (x === null) return 1
    if (y === null) return -1
    return x < y === down ? 1 : -1
  }

const orders: Record<HomeOrder, ((a: PropertyLine, b: PropertyLine) => number) | null> = {
  // The order that the list is saved in.
  nextDue: null,
  lastVisit: by(lastVisit, true),
  name: by(({ propertyName }) => folded(propertyName)),
  yearsLeft: by(({ leastYears }) => leastYears),
}

/** The saved list as it was asked for: the same words, filters and orders as on the server, over the properties on this device. */
export function searchKept(home: HomeAnswer, query: HomeQuery, inspector: string): HomeAnswer {
  const wanted = folded(query.words).split(/\s+/).filter(Boolean)
  const since = yearBefore(home.today)
  const properties = home.properties.filter((line) => {
    const text = folded([line.propertyName, line.address, line.owner, ...line.tags].join(' '))
    const last = lastVisit(line)
    return (
      wanted.every((word) => text.includes(word)) &&
      (!query.due || (line.nextDue !== null && line.nextDue <= home.today)) &&
      (!query.notVisited || last === null || last < since) &&
      (!query.mine || visitsOf(line).some((visit) => visit.inspector === inspector)) &&
      (!query.unfinished || visitsOf(line).some((visit) => visit.finishedAt === null))
    )
  })
  const order = orders[query.order]
  if (order) properties.sort(order)
  return { ...home, properties, page: 1, found: properties.length }
}
