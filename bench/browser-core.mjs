// Boots the browser core in Node and times one assessment: dotnet.js, a JSON file with the visit. Prints JSON.
import { readFile } from 'node:fs/promises'
import { pathToFileURL } from 'node:url'

const [bundle, file] = process.argv.slice(2)
const WARM_UPS = 10
const RUNS = 25
const begun = performance.now()
const { dotnet } = await import(pathToFileURL(bundle).href)
const { getAssemblyExports, getConfig } = await dotnet.create()
const core = (await getAssemblyExports(getConfig().mainAssemblyName)).Kalpa.Browser.Program
const visit = await readFile(file, 'utf8')
core.Run('parse-measure', '{"text":"5","unit":"length"}')
const bootMs = performance.now() - begun
const times = Array.from({ length: WARM_UPS + RUNS }, () => {
  const start = performance.now()
  core.Run('assess', visit)
  return performance.now() - start
})
const sorted = times.slice(WARM_UPS).sort((a, b) => a - b)
console.log(JSON.stringify({ bootMs, firstMs: times[0], assessMs: sorted[Math.floor(RUNS / 2)] }))
process.exit(0)
