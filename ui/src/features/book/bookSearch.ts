import type { BookAnswer } from '../../api/types'
import { upperFirst } from '../../shared/sentences'

export type EntryKind = 'condition' | 'limit' | 'combination' | 'decision'

/** Something that can be looked up in the rule book. */
export type BookEntry = {
  kind: EntryKind
  id: string
  name: string
  /** What it is, where the name alone does not tell. */
  note: string
  stations: string[]
  families: string[] | null
  /** The part of the roof it is on; none for what is not a condition. */
  element: string | null
}

type Indexed = { entry: BookEntry; name: string; words: string[]; text: string }

export type BookIndex = Indexed[]

export type BookFilter = {
  text: string
  kind: EntryKind | null
  station: string | null
  family: string | null
  element: string | null
}

const points = { nameStart: 8, nameWord: 5, word: 3, text: 1 } as const

/** Words and numbers; the section of a code is one word, dots and all. */
const split = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}½¼⅜⅝¾]+(?:\.\p{N}+)*/gu) ?? []

/** Made once for a book; searching it is a walk over a few hundred short lists. */
export function indexOf(book: BookAnswer): BookIndex {
  const names = new Map(book.conditions.map(({ code, name }) => [code, name]))
  const quantities = new Map(book.quantities.map((quantity) => [quantity.id, quantity]))
  const indexed = (entry: BookEntry, words: string[], text: string): Indexed => ({
    entry,
    name: entry.name.toLowerCase(),
    words: [...new Set([...split(entry.name), ...words.flatMap(split)])],
    text: text.toLowerCase(),
  })
  return [
    ...book.conditions.map((c) =>
      indexed(
        {
          kind: 'condition',
          id: c.code,
          name: c.name,
          note: '',
          stations: c.stations,
          families: c.families ?? null,
          element: c.element,
        },
        c.words,
        [c.sees, c.check, c.meaning, c.remedy.title, ...(c.lookAlikes ?? []), ...(c.causes ?? [])].join(' '),
      ),
    ),
    ...book.combinations.map((c) =>
      indexed(
        {
          kind: 'combination',
          id: c.id,
          name: c.name,
          note: 'meaningful together',
          stations: [],
          families: null,
          element: null,
        },
        [],
        [c.means, ...c.needs.flatMap((need) => (need.seen ?? []).map((code) => names.get(code) ?? ''))].join(' '),
      ),
    ),
    ...book.decisions.map((d) =>
      indexed(
        {
          kind: 'decision',
          id: d.key,
          name: d.matter,
          note: 'people differ',
          stations: [],
          families: null,
          element: null,
        },
        [],
        [d.ask, ...d.views.map(({ words }) => words)].join(' '),
      ),
    ),
    ...book.limits.map((limit) => {
      const quantity = quantities.get(limit.quantity)
      return indexed(
        {
          kind: 'limit',
          id: limit.id,
          name: upperFirst(`${quantity?.name ?? limit.quantity}: ${book.limitTexts[limit.id] ?? ''}`),
          note: limit.source,
          stations: [],
          families: null,
          element: null,
        },
        [limit.source],
        limit.why,
      )
    }),
  ]
}

/** Entries that hold every word typed, the nearest first; equal ones in the book's order. */
export function searchBook(index: BookIndex, { text, kind, station, family, element }: BookFilter): BookEntry[] {
  const wanted = split(text)
  const found: { entry: BookEntry; score: number; at: number }[] = []
  index.forEach((indexed, at) => {
    const { entry } = indexed
    if (kind && entry.kind !== kind) return
    if (station && !entry.stations.includes(station)) return
    if (element && entry.element !== element) return
    if (family && entry.families && !entry.families.includes(family)) return
    let score = 0
    for (const word of wanted) {
      const here = scoreOf(indexed, word)
      if (here === 0) return
      score += here
    }
    found.push({ entry, score, at })
  })
  return found.sort((a, b) => b.score - a.score || a.at - b.at).map(({ entry }) => entry)
}

function scoreOf({ name, words, text }: Indexed, word: string): number {
  if (name.startsWith(word)) return points.nameStart
  if (words.some((other) => other.startsWith(word))) return name.includes(word) ? points.nameWord : points.word
  return text.includes(word) ? points.text : 0
}
