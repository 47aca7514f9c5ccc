/// <reference lib="webworker" />
// The core compiled to WebAssembly, in a thread of its own so that no tap waits for it.

type Runtime = {
  getAssemblyExports(
    name: string,
  ): Promise<{ Kalpa: { Browser: { Program: { Run(method: string, json: string): string } } } }>
  getConfig(): { mainAssemblyName: string }
}

async function boot() {
  const address = new URL('/_framework/dotnet.js', self.location.origin).href
  const { dotnet } = (await import(/* @vite-ignore */ address)) as { dotnet: { create(): Promise<Runtime> } }
  const runtime = await dotnet.create()
  const exports = await runtime.getAssemblyExports(runtime.getConfig().mainAssemblyName)
  return exports.Kalpa.Browser.Program
}

const core = boot()

/** What the runtime throws when it has broken down, and at every question after that; what the core's own code throws is an error like any other. */
const broken = (error: unknown) =>
  error instanceof WebAssembly.RuntimeError ||
  !(error instanceof Error) ||
  /runtime already exited/i.test(error.message)

// A listener, not `onmessage`: the runtime takes a worker that has `onmessage` set for a thread of its own and never starts.
self.addEventListener(
  'message',
  async ({ data: { id, method, json } }: MessageEvent<{ id: number; method: string; json: string }>) => {
    try {
      self.postMessage({ id, result: (await core).Run(method, json) })
    } catch (error) {
      self.postMessage({
        id,
        failure: String(error),
        dead: await core.then(
          () => (broken(error) ? 'broken' : undefined),
          () => 'unstarted',
        ),
      })
    }
  },
)
