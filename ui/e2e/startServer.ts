import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

const root = resolve(import.meta.dirname, '../..')
const patience = { startMs: 60_000 } as const

/** A server of its own for this run: demo data in a throw-away folder, on a port that the system picks. */
export default async function startServer() {
  const data = mkdtempSync(join(tmpdir(), 'kalpa-e2e-'))
  const server = spawn(
    'dotnet',
    [join(root, 'src/Kalpa.Server/bin/Release/net10.0/Kalpa.Server.dll'), '--urls', 'http://127.0.0.1:0'],
    {
      env: {
        ...process.env,
        ASPNETCORE_CONTENTROOT: join(root, 'src/Kalpa.Server'),
        Kalpa__DataFolder: data,
        Kalpa__Demo: 'true',
        Kalpa__DemoPhotos: join(root, 'demo/photos'),
        Kalpa__Today: '2026-09-18',
        Kalpa__UiFolder: join(root, 'ui/dist'),
        Kalpa__CoreFolder: join(root, 'artifacts/browser/wwwroot'),
      },
    },
  )
  process.env.KALPA_ADDRESS = await addressOf(server)
  return () => {
    server.kill()
    rmSync(data, { recursive: true, force: true })
  }
}

function addressOf(server: ChildProcess): Promise<string> {
  return new Promise((found, failed) => {
    let said = ''
    const timer = setTimeout(() => failed(new Error(`The server did not start:\n${said}`)), patience.startMs)
    const read = (chunk: Buffer) => {
      said += chunk
      const address = /Now listening on: "?(http:\/\/127\.0\.0\.1:\d+)/.exec(said)?.[1]
      if (!address) return
      clearTimeout(timer)
      found(address)
    }
    server.stdout?.on('data', read)
    server.stderr?.on('data', read)
    server.on('exit', (code) => failed(new Error(`The server ended with ${code}:\n${said}`)))
  })
}
