import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

import { addressSetting, WORKERS } from './workers'

const root = resolve(import.meta.dirname, '../..')
const progress = { everyMs: 10_000 } as const

/** A server for each worker: demo data in a throw-away folder, on a port that the system picks. */
export default async function startServers() {
  const stops: (() => void)[] = []
  // One after the other: starting is the server's heaviest work.
  for (let worker = 0; worker < WORKERS; worker++) stops.push(await startServer(worker))
  return () => {
    for (const stop of stops) stop()
  }
}

async function startServer(worker: number) {
  const data = mkdtempSync(join(tmpdir(), 'kalpa-e2e-'))
  const server = spawn(
    'dotnet',
    [join(root, 'demo/Kalpa.Demo/bin/Release/net10.0/Kalpa.Demo.dll'), '--urls', 'http://127.0.0.1:0'],
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
  process.env[addressSetting(worker)] = await addressOf(server)
  return () => {
    server.kill()
    rmSync(data, { recursive: true, force: true })
  }
}

function addressOf(server: ChildProcess): Promise<string> {
  return new Promise((found, failed) => {
    let said = ''
    const began = Date.now()
    // A busy machine needs its time: as long as the process lives, it may still come.
    const timer = setInterval(
      () => console.log(`  the server is starting (${Math.round((Date.now() - began) / 1000)} s) …`),
      progress.everyMs,
    )
    const read = (chunk: Buffer) => {
      said += chunk
      const address = /Now listening on: "?(http:\/\/127\.0\.0\.1:\d+)/.exec(said)?.[1]
      if (!address) return
      clearInterval(timer)
      found(address)
    }
    server.stdout?.on('data', read)
    server.stderr?.on('data', read)
    server.on('exit', (code) => {
      clearInterval(timer)
      failed(new Error(`The server ended with ${code}:\n${said}`))
    })
  })
}
