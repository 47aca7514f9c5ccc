// Adds up what each runner reported and prints "N passed, N failed". A runner without a result, or with no test in it, counts as a failure.
// Usage: sum-results.mjs FOLDER FILE…  (.xml from xUnit, .json from Vitest, Playwright, or {passed, failed})
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { jsonFailures, waveredTests, xunitFailures } from './failures.mjs'

const [folder, ...files] = process.argv.slice(2)
const numberIn = (tag, name) => Number(new RegExp(` ${name}="(\\d+)"`).exec(tag)?.[1] ?? Number.NaN)

function ofXunit(text) {
  const assemblies = text.match(/<assembly [^>]*>/g) ?? []
  return assemblies.map((tag) => ({ passed: numberIn(tag, 'passed'), failed: numberIn(tag, 'failed') + numberIn(tag, 'errors') }))
}

function ofJson(text) {
  const report = JSON.parse(text)
  if ('numPassedTests' in report) return [{ passed: report.numPassedTests, failed: report.numFailedTests + (report.success ? 0 : Number(report.numFailedTests === 0)) }]
  if (report.stats) return [{ passed: report.stats.expected + report.stats.flaky, failed: report.stats.unexpected + report.errors.length }]
  return [report]
}

function read(file) {
  const path = join(folder, file)
  if (!existsSync(path)) return { passed: 0, failed: 1, said: 'left no result' }
  try {
    const text = readFileSync(path, 'utf8')
    const parts = file.endsWith('.xml') ? ofXunit(text) : ofJson(text)
    const passed = parts.reduce((sum, part) => sum + part.passed, 0)
    const failed = parts.reduce((sum, part) => sum + part.failed, 0)
    if (!Number.isFinite(passed + failed) || passed + failed === 0) return { passed: 0, failed: 1, said: 'found no test' }
    const wavered = file.endsWith('.xml') ? [] : waveredTests(JSON.parse(text))
    return { passed, failed, wavered, failures: failed === 0 ? [] : file.endsWith('.xml') ? xunitFailures(text) : jsonFailures(JSON.parse(text)) }
  } catch (error) {
    return { passed: 0, failed: 1, said: `left a result that cannot be read (${error})` }
  }
}

const sum = { passed: 0, failed: 0 }
const results = files.map((file) => [file, read(file)])
for (const [file, { failures = [] }] of results) for (const { name, why } of failures) console.log(`FAILED in ${file}: ${name}\n${why.replace(/^/gm, '    ')}\n`)
for (const [file, { wavered = [] }] of results) for (const name of wavered) console.log(`WAVERED in ${file}: ${name} (failed once, passed when tried again)`)
for (const [file, { passed, failed, said }] of results) {
  console.log(`${file}: ${said ?? `${passed} passed, ${failed} failed`}`)
  sum.passed += passed
  sum.failed += failed
}
console.log(`${sum.passed} passed, ${sum.failed} failed`)
process.exitCode = sum.failed === 0 ? 0 : 1
