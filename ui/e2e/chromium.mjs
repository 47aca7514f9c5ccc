/**
 * How Debian's Chromium is started here: the build without windows (the one with windows draws them unseen for each page, which took a third of the processor),
 * as root or not, asking nothing of the outside.
 */
export const launchOptions = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    // Letters as wide as on a phone; this build would fit them to its own pixels.
    '--font-render-hinting=none',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // A microphone and a camera that need no hand.
    '--use-fake-device-for-media-stream',
    '--use-fake-ui-for-media-stream',
  ],
}
