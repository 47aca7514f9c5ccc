// The names of the tests that failed and the first lines of why, read from a runner's result, so that the end of a log tells what to look at.
const entities = { lt: '<', gt: '>', quot: '"', apos: "'", amp: '&' }
const plain = (text) =>
  text
    .replace(/^<!\[CDATA\[|\]\]>$/g, '')
    .replace(/&#x([0-9A-F]+);/gi, (_, hex) => String.fromCodePoint(Number.parseInt(hex, 16)))
    .replace(/&(lt|gt|quot|apos|amp);/g, (_, name) => entities[name])

const longest = 12
const shortened = (text) => text.trim().split('\n').slice(0, longest).join('\n')

// xUnit: <test name="…" result="Fail"> … <failure><message>…</message><stack-trace>…</stack-trace></failure>, and errors outside of tests.
export function xunitFailures(text) {
  const tests = [...text.matchAll(/<test [^>]*?name="([^"]*)"[^>]*?result="Fail"[^>]*>([\s\S]*?)<\/test>/g)]
  const errors = [...text.matchAll(/<error [^>]*?type="([^"]*)"[^>]*>([\s\S]*?)<\/error>/g)]
  const part = (body, name) => plain(new RegExp(`<${name}>([\\s\\S]*?)</${name}>`).exec(body)?.[1] ?? '')
  return [...tests, ...errors].map(([, name, body]) => ({
    name: plain(name),
    why: `${shortened(part(body, 'message'))}\n${shortened(part(body, 'stack-trace'))}`.trim(),
  }))
}

const withoutColors = (text) => text.replace(new RegExp(`${String.fromCharCode(27)}\\[[0-9;]*m`, 'g'), '')

// Vitest's report lists files of assertions; Playwright's nests suites of specs.
export function jsonFailures(report) {
  const vitest = (report.testResults ?? []).flatMap((file) => [
    ...(file.status === 'failed' && !file.assertionResults?.length ? [{ name: file.name, why: file.message ?? '' }] : []),
    ...(file.assertionResults ?? []).filter((test) => test.status === 'failed').map((test) => ({ name: test.fullName, why: test.failureMessages?.join('\n') ?? '' })),
  ])
  const specs = (suites) => (suites ?? []).flatMap((suite) => [...(suite.specs ?? []), ...specs(suite.suites)])
  const playwright = specs(report.suites)
    .filter((spec) => !spec.ok)
    .map((spec) => ({
      name: `${spec.file}:${spec.line} ${spec.title}`,
      why: spec.tests?.flatMap((test) => test.results.map((result) => result.error?.message ?? result.status)).join('\n') ?? '',
    }))
  return [...vitest, ...playwright].map(({ name, why }) => ({ name, why: shortened(withoutColors(why)) }))
}

// Tests that failed and passed when tried again: they count as passed, and whoever reads the end of the log learns of them.
export function waveredTests(report) {
  const specs = (suites) => (suites ?? []).flatMap((suite) => [...(suite.specs ?? []), ...specs(suite.suites)])
  return specs(report.suites)
    .filter((spec) => spec.tests?.some((test) => test.status === 'flaky'))
    .map((spec) => `${spec.file}:${spec.line} ${spec.title}`)
}
