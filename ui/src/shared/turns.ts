import { device } from '../offline/database'

/** Who signed out on this device without a connection: the server is told when it can be reached. */
export const signedOut = 'signed-out'

let last: Promise<unknown> = Promise.resolve()

/**
 * Signing in, signing out and asking who is signed in go one after another: the answer to a sign-out that comes late would take the cookie of
 * whoever signed in meanwhile.
 */
export function inTurn<T>(act: () => Promise<T>): Promise<T> {
  const turn = last.then(act, act)
  last = turn.catch(() => undefined)
  return turn
}

/** Signs in; whoever does has not signed out, whatever was noted before. */
export const signingIn = <T>(act: () => Promise<T>) =>
  inTurn(async () => {
    const answer = await act()
    await device.settings.delete(signedOut).catch(() => undefined)
    return answer
  })
