import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'

const here = import.meta.dirname

const files = (readdirSync(here, { recursive: true }) as string[]).filter((name) => /\.tsx?$/.test(name))

/** The files of this tree that a file imports, by their path from here. */
const imports = (file: string) =>
  [...readFileSync(join(here, file), 'utf8').matchAll(/from '(\.[^']+)'|import\('(\.[^']+)'\)/g)].map(([, a, b]) =>
    relative(here, resolve(here, dirname(file), (a ?? b) as string)),
  )

const featureOf = (path: string) => /^features\/([^/]+)/.exec(path)?.[1]

describe('the rooms of the front end', () => {
  it('are all read', () => {
    expect(files.length).toBeGreaterThan(150)
    expect(files.flatMap(imports).length).toBeGreaterThan(500)
  })

  it('no feature imports another', () => {
    const crossing = files.flatMap((file) => {
      const own = featureOf(file)
      return imports(file)
        .filter((to) => own && featureOf(to) && featureOf(to) !== own)
        .map((to) => `${file} → ${to}`)
    })
    expect(crossing).toEqual([])
  })

  it('what features share knows of no feature and of no page', () => {
    const upward = files
      .filter((file) => /^(shared|offline|core|api)\//.test(file))
      .flatMap((file) =>
        imports(file)
          .filter((to) => /^(features|app)\//.test(to))
          .map((to) => `${file} → ${to}`),
      )
    expect(upward).toEqual([])
  })
})
