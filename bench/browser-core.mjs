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
const times = Array.from({ length: WARM_UPS + RUNS }, () => {
  const start = performance.now()
  core.Run(method, input)
  return performance.now() - start
})
const sorted = times.slice(WARM_UPS).sort((a, b) => a - b)
console.log(JSON.stringify({ bootMs, firstMs: times[0], [`${method}Ms`]: sorted[Math.floor(RUNS / 2)] }))
process.exit(0)
