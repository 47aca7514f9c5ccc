/** How Debian's Chromium is started here: headless, as root or not, asking nothing of the outside. */
export const launchOptions = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
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
