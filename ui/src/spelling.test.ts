// @vitest-environment node
import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import en from 'dictionary-en'
import ts from 'typescript'
import { expect, it } from 'vitest'

type Speller = { correct: (word: string) => boolean; add: (word: string) => Speller }
const nspell = createRequire(import.meta.url)('nspell') as (dictionary: typeof en) => Speller

/** Words of the trade, of software and of codes that the dictionary (en-US, Hunspell) does not hold. */
const trade =
  `Kalpa Kalpa’s Hyperlegible yourfirm SVG px SHA GeoJSON MultiPolygon NaN IRC IBC IFGC IMC IPC IECC FBC MIL STD NOAA EPDM TPO PVC psf mph
  alligatored anodic arborist centerline cleanout debonded delaminate delaminated diverter flashings millivolts pavers pinholed ponding recoat renail resolder
  headlap headwall underlayment undrained reglet scupper scuppers coping soffit fascia counter-flashing kick-out downspout downspouts re-roof re-roofed re-roofing uninsulated unvented
  CSV xlsx JSON https HEIC PNG walkability preselected firestop firestopped upslope repoint butyl gasketed nailer fishmouth fishmouths frass pourable reflash spall spalls spalled repointed soffits polycarbonate Sedum sedum diffuser Kalpa's`
    .split(/\s+/)
    .flatMap((word) => [word, word.charAt(0).toUpperCase() + word.slice(1)])

const speller = trade.reduce((all, word) => all.add(word), nspell(en))

const files = (folder: string, ends: RegExp): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? files(join(folder, entry.name), ends)
      : ends.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  )

/** A literal is text where it is a sentence or a label of more than one word; JSX text always is. */
const reads = (text: string) => /[A-Za-z’]{2,} [A-Za-z’]{2,}/.test(text) || /^[A-Z][a-z]+[.…]?$/.test(text)

function textsOf(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const found: string[] = []
  const visit = (node: ts.Node) => {
    if (ts.isJsxText(node)) found.push(node.text)
    else if (ts.isStringLiteralLike(node) && !ts.isImportDeclaration(node.parent) && reads(node.text))
      found.push(node.text)
    else if (ts.isTemplateExpression(node)) {
      const parts = [node.head.text, ...node.templateSpans.map((span) => span.literal.text)]
      if (reads(parts.join(' '))) found.push(...parts)
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

const unread = new Set([
  'code',
  'key',
  'id',
  'kind',
  'kinds',
  'on',
  'words',
  'trade',
  'condition',
  'conditions',
  'needs',
  'causes',
])

/** Every text of the rule book; keys, codes and words people search by are none. */
function bookTexts(value: unknown, name = ''): string[] {
  if (typeof value === 'string') return reads(value) ? [value] : []
  if (Array.isArray(value)) return value.flatMap((one) => bookTexts(one, name))
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, one]) =>
    unread.has(key) && !(key === 'words' && typeof one === 'string') ? [] : bookTexts(one, key),
  )
}

/** Lines of a page that a person reads: what is left of markup and code. */
const razorTexts = (text: string) =>
  text
    .replace(/@code[\s\S]*$/, '')
    .replace(/@\*[\s\S]*?\*@/g, ' ')
    .replace(/@\{[\s\S]*?\n\}/g, ' ')
    .replace(/<[^>]*>/g, ' ')
    .replace(/@[\w.]+(\([^)]*\))*/g, ' ')
    .split('\n')
    .filter((line) => !/[={}]|\bConcat\b/.test(line))

const unknownIn = (texts: string[]) => [
  ...new Set(
    texts.flatMap((text) =>
      (text.match(/[A-Za-z][A-Za-z’'-]*[A-Za-z]/g) ?? []).filter(
        (word) =>
          // A capital within a word is a name in the code, not text.
          !/[a-z][A-Z]/.test(word) &&
          !speller.correct(word) &&
          !speller.correct(word.replace(/’/g, "'")) &&
          !word
            .split('-')
            .every((part) => part === '' || speller.correct(part) || speller.correct(part.replace(/’/g, "'"))),
      ),
    ),
  ),
]

const root = join(import.meta.dirname, '../..')

/** Reading the dictionary and the interface's sources takes seconds on a slow machine. */
const unhurried = 120_000

it(
  'spells every text of the interface as American English',
  () => {
    const sources = files(join(root, 'ui/src'), /\.tsx?$/).filter((file) => !/test\.|schema\.d/.test(file))
    expect(unknownIn(sources.flatMap(textsOf))).toEqual([])
  },
  unhurried,
)

it(
  'spells every text of the rule book as American English',
  () => {
    const book = files(join(root, 'src/Kalpa.Core/Knowledge'), /\.json$/)
    expect(unknownIn(book.flatMap((file) => bookTexts(JSON.parse(readFileSync(file, 'utf8')))))).toEqual([])
  },
  unhurried,
)

it(
  'spells every text that the core composes, and the report, as American English',
  () => {
    const core = readFileSync(join(root, 'tests/Kalpa.Core.Tests/Answers/texts.txt'), 'utf8')
      .split('\n')
      // Patterns, forms of dates and messages of the platform are no texts.
      .filter(
        (line) =>
          !/[\\{<]|MMMM|source generation|^ ?(le|n a|probl|cannot lea?|never lea?|will not lea?|no probl)$/.test(line),
      )
    const pages = files(join(root, 'src/Kalpa.Reports'), /\.razor$/).filter((file) => !/[/\\](bin|obj)[/\\]/.test(file))
    expect(unknownIn([...core, ...pages.flatMap((file) => razorTexts(readFileSync(file, 'utf8')))])).toEqual([])
  },
  unhurried,
)
