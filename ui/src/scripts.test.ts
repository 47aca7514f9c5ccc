// @vitest-environment node
import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'

const script = resolve(import.meta.dirname, '../../scripts/sum-results.mjs')

function sum(files: Record<string, string | null>) {
  const folder = mkdtempSync(join(tmpdir(), 'kalpa-sum-'))
  for (const [name, text] of Object.entries(files)) if (text !== null) writeFileSync(join(folder, name), text)
  const { stdout, status } = spawnSync('node', [script, folder, ...Object.keys(files)], { encoding: 'utf8' })
  return { last: stdout.trim().split('\n').at(-1), status }
}

const xunit = (passed: number, failed: number) =>
  `<assemblies><assembly name="x" total="${passed + failed}" passed="${passed}" failed="${failed}" skipped="0" errors="0"></assembly></assemblies>`

describe('the sum of all runners', () => {
  it('adds what each reported', () => {
    const vitest = JSON.stringify({ numPassedTests: 4, numFailedTests: 0, success: true })
    const playwright = JSON.stringify({ stats: { expected: 2, unexpected: 0, flaky: 0 }, errors: [] })
    expect(sum({ 'a.xml': xunit(5, 0), 'b.json': vitest, 'c.json': playwright })).toEqual({
      last: '11 passed, 0 failed',
      status: 0,
    })
  })

  it.each([
    ['a failed test', xunit(5, 1), '5 passed, 1 failed'],
    ['a runner that died before reporting', null, '0 passed, 1 failed'],
    ['a runner that found no test', xunit(0, 0), '0 passed, 1 failed'],
    ['a result that was cut off', '<assemblies>', '0 passed, 1 failed'],
  ])('counts %s as a failure', (_, text, last) => expect(sum({ 'a.xml': text })).toEqual({ last, status: 1 }))
})
