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
  return { last: stdout.trim().split('\n').at(-1), status, stdout }
}

const xunit = (passed: number, failed: number) =>
  `<assemblies><assembly name="x" total="${passed + failed}" passed="${passed}" failed="${failed}" skipped="0" errors="0"></assembly></assemblies>`

describe('the sum of all runners', () => {
  it('adds what each reported', () => {
    const vitest = JSON.stringify({ numPassedTests: 4, numFailedTests: 0, success: true })
    const playwright = JSON.stringify({ stats: { expected: 2, unexpected: 0, flaky: 0 }, errors: [] })
    expect(sum({ 'a.xml': xunit(5, 0), 'b.json': vitest, 'c.json': playwright })).toMatchObject({
      last: '11 passed, 0 failed',
      status: 0,
    })
  })

  it.each([
    ['a failed test', xunit(5, 1), '5 passed, 1 failed'],
    ['a runner that died before reporting', null, '0 passed, 1 failed'],
    ['a runner that found no test', xunit(0, 0), '0 passed, 1 failed'],
    ['a result that was cut off', '<assemblies>', '0 passed, 1 failed'],
  ])('counts %s as a failure', (_, text, last) => expect(sum({ 'a.xml': text })).toMatchObject({ last, status: 1 }))

  it('names what failed and says why, whichever runner it was', () => {
    const inXunit = `<assemblies><assembly name="x" passed="1" failed="1" errors="0"><collection>
      <test id="1" name="Right" type="T" method="Right" time="0.1" result="Pass" />
      <test id="2" name="Wrong(a: &quot;b&quot;)" type="T" method="Wrong" time="0.1" result="Fail"><failure exception-type="E">
        <message><![CDATA[should be\n3]]></message><stack-trace><![CDATA[at T.Wrong() in T.cs:line 7]]></stack-trace></failure></test>
    </collection></assembly></assemblies>`
    const vitest = JSON.stringify({
      numPassedTests: 1,
      numFailedTests: 1,
      success: false,
      testResults: [
        {
          name: 'a.test.ts',
          status: 'failed',
          assertionResults: [{ status: 'failed', fullName: 'sums add up', failureMessages: ['expected 2 to be 3'] }],
        },
      ],
    })
    const playwright = JSON.stringify({
      stats: { expected: 1, unexpected: 1, flaky: 0 },
      errors: [],
      suites: [
        {
          specs: [],
          suites: [
            {
              specs: [
                { ok: true, file: 'w.e2e.ts', line: 1, title: 'walks', tests: [] },
                {
                  ok: false,
                  file: 'w.e2e.ts',
                  line: 9,
                  title: 'climbs',
                  tests: [{ results: [{ status: 'failed', error: { message: '\u001b[31mno ladder\u001b[39m' } }] }],
                },
              ],
            },
          ],
        },
      ],
    })
    const { stdout, last } = sum({ 'a.xml': inXunit, 'b.json': vitest, 'c.json': playwright })
    expect(last).toBe('3 passed, 3 failed')
    for (const line of [
      'FAILED in a.xml: Wrong(a: "b")',
      '    at T.Wrong() in T.cs:line 7',
      'FAILED in b.json: sums add up',
      '    expected 2 to be 3',
      'FAILED in c.json: w.e2e.ts:9 climbs',
      '    no ladder',
    ])
      expect(stdout.split('\n')).toContain(line)
    expect(stdout).not.toContain('Right')
    expect(stdout).not.toContain('walks')
  })

  it('counts a test that passed when tried again as passed, and names it', () => {
    const specs = [
      { ok: true, file: 'w.e2e.ts', line: 5, title: 'taps', tests: [{ status: 'flaky', results: [] }] },
      { ok: true, file: 'w.e2e.ts', line: 6, title: 'walks', tests: [{ status: 'expected', results: [] }] },
    ]
    const playwright = JSON.stringify({
      stats: { expected: 1, unexpected: 0, flaky: 1 },
      errors: [],
      suites: [{ specs }],
    })
    const { stdout, last, status } = sum({ 'c.json': playwright })
    expect([last, status]).toEqual(['2 passed, 0 failed', 0])
    expect(stdout).toContain('WAVERED in c.json: w.e2e.ts:5 taps')
    expect(stdout).not.toContain('walks')
  })
})
