// Runs the browser core in Node: dotnet.js, a JSON file of inputs, a JSON file for the answers, the method (assess), how many memory requests lie between two collections (as the
// runtime has it).
import { readFile, writeFile } from 'node:fs/promises'
import { pathToFileURL } from 'node:url'

const [bundle, asked, told, method = 'assess', collectEvery] = process.argv.slice(2)
const { dotnet } = await import(pathToFileURL(bundle).href)
const { getAssemblyExports, getConfig } = await (collectEvery ? dotnet.withEnvironmentVariable('MONO_GC_DEBUG', `collect-before-allocs=${collectEvery}`) : dotnet).create()
const core = await getAssemblyExports(getConfig().mainAssemblyName)
const inputs = JSON.parse(await readFile(asked, 'utf8'))
const answers = inputs.map((input) => core.Kalpa.Browser.Program.Run(method, input))
await writeFile(told, JSON.stringify(answers))
process.exit(0)
