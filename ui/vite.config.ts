import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import react from '@vitejs/plugin-react'
import { VitePWA } from 'vite-plugin-pwa'
import { defineConfig } from 'vitest/config'

const here = import.meta.dirname
const coreFolder = resolve(here, '../artifacts/browser/wwwroot/_framework')
const keptSize = { mostBytes: 12_000_000 } as const

const hash = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex').slice(0, 16)

/** The browser core is published beside the front end; the page keeps it for work without a connection. */
function coreFiles() {
  if (!existsSync(coreFolder)) return []
  return readdirSync(coreFolder)
    .filter((name) => /\.(js|wasm|dat|json)$/.test(name))
    .map((name) => ({ url: `/_framework/${name}`, revision: hash(readFileSync(resolve(coreFolder, name))) }))
}

/** Without the core the built page would work only with a connection, and nobody would be told. */
const withCore = {
  name: 'with-core',
  apply: 'build' as const,
  buildStart() {
    if (coreFiles().length === 0) throw new Error(`No browser core in ${coreFolder}: ./kalpa build publishes it first.`)
  },
}

/** A compressed twin beside every part: the server sends it to whoever takes it. */
const compressedTwins = {
  name: 'compressed-twins',
  writeBundle({ dir }: { dir?: string }, bundle: Record<string, unknown>) {
    for (const name of Object.keys(bundle).filter((file) => /\.(js|css)$/.test(file))) {
      const file = resolve(dir ?? '', name)
      writeFileSync(`${file}.br`, brotliCompressSync(readFileSync(file)))
    }
  },
}

export default defineConfig({
  plugins: [
    react(),
    compressedTwins,
    withCore,
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src',
      filename: 'serviceWorker.ts',
      injectRegister: null,
      injectManifest: {
        globPatterns: ['assets/**/*.{js,css,woff2}', '*.{svg,png}'],
        globIgnores: ['**/*.map'],
        maximumFileSizeToCacheInBytes: keptSize.mostBytes,
        additionalManifestEntries: [
          ...coreFiles(),
          // The page itself changes whenever one of its parts does.
          { url: '/', revision: hash(Buffer.from(String(Date.now()))) },
        ],
      },
      manifest: {
        name: 'Kalpa, roof inspection',
        short_name: 'Kalpa',
        description: 'The report is finished when the inspector steps off the ladder.',
        start_url: '/',
        display: 'standalone',
        background_color: '#f6f1e6',
        theme_color: '#16232e',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-512-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
    }),
  ],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    rollupOptions: { output: { manualChunks: undefined } },
  },
  test: { environment: 'jsdom', include: ['src/**/*.test.{ts,tsx}'], setupFiles: ['src/testSetup.ts'] },
})
