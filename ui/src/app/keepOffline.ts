/** Registers the worker that opens Kalpa without a connection, where the browser allows it. */
export function keepOffline() {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return
  window.addEventListener('load', () => {
    navigator.serviceWorker.register('/serviceWorker.js').catch(() => {
      // Without it Kalpa works while there is a connection; the page says so where the address is the reason.
    })
    void navigator.storage?.persist?.()
  })
}
