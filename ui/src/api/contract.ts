/** The form in which facts are written on this device; the server and the core upgrade older ones when they read them. */
export const CONTRACT_VERSION = 3
