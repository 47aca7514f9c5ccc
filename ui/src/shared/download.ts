import { problemError } from '../api/client'

/** A text made on this device, handed over as a file. */
export const download = (name: string, type: string, text: string) => handOver(name, new Blob([text], { type }))

/** A document that the server makes, handed over under the name it gives; refused, it says why. */
export async function downloadMade(path: string, fallback: string) {
  const response = await fetch(path)
  if (!response.ok) throw problemError(response.status, await response.json().catch(() => undefined))
  const name = /filename="?([^";]+)/.exec(response.headers.get('Content-Disposition') ?? '')?.[1] ?? fallback
  handOver(name, await response.blob())
}

function handOver(name: string, content: Blob) {
  const address = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  URL.revokeObjectURL(address)
}
