// Boots the browser core in Node and times one method: dotnet.js, a JSON file with its input, the method (assess). Prints JSON.
import { readFile } from 'node:fs/promises'
import { pathToFileURL } from 'node:url'

const [bundle, file, method = 'assess'] = process.argv.slice(2)
const WARM_UPS = 10
const RUNS = 25
const begun = performance.now()
const { dotnet } = await import(pathToFileURL(bundle).href)
const { getAssemblyExports, getConfig } = await dotnet.create()
const core = (await getAssemblyExports(getConfig().mainAssemblyName)).Kalpa.Browser.Program
const input = await readFile(file, 'utf8')
core.Run('parse-measure', '{"text":"5","unit":"length"}')
const bootMs = performance.now() - begun
// A plan under the hand is another one at each step: a corner of its first part is a little farther on.
const step = (run) => {
  if (method !== 'plan-draft') return input
  const asked = JSON.parse(input)
  asked.plan.parts[0].corners[1].x += run / 4
  return JSON.stringify(asked)
}
const times = Array.from({ length: WARM_UPS + RUNS }, (_, run) => {
  const asked = step(run)
  const start = performance.now()
  core.Run(method, asked)
  return performance.now() - start
})
const sorted = times.slice(WARM_UPS).sort((a, b) => a - b)
console.log(JSON.stringify({ bootMs, firstMs: times[0], [`${method}Ms`]: sorted[Math.floor(RUNS / 2)] }))
process.exit(0)
