/** A text made on this device, handed over as a file. */
export function download(name: string, type: string, text: string) {
  const address = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  URL.revokeObjectURL(address)
}
