/** Registers the worker that opens Kalpa without a connection, where the browser allows it. */
export function keepOffline() {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return
  const register = () => {
    navigator.serviceWorker.register('/serviceWorker.js').catch(() => {
      // Without it Kalpa works while there is a connection; the page says so where the address is the reason.
    })
    // A page that was still loading while the worker took over was not among those it claimed: it asks to be.
    void navigator.serviceWorker.ready.then((registration) => {
      if (!navigator.serviceWorker.controller) registration.active?.postMessage({ type: 'CLAIM' })
    })
    void navigator.storage?.persist?.()
  }
  // Fetching what it keeps must not hold up the first screen; that screen's own script may come after the page's load is told.
  if (document.readyState === 'complete') register()
  else window.addEventListener('load', register)
}
