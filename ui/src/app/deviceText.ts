const systems: [RegExp, string][] = [
  [/iPhone|iPad/, 'iPhone or iPad'],
  [/Android/, 'Android phone or tablet'],
  [/Windows/, 'Windows computer'],
  [/Mac OS X/, 'Mac'],
  [/Linux|X11/, 'Linux computer'],
]

const browsers: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]

const first = (words: [RegExp, string][], text: string) => words.find(([pattern]) => pattern.test(text))?.[1]

/** What a browser says of itself, as a person knows the device again. */
export function deviceText(userAgent: string): string {
  const system = first(systems, userAgent) ?? 'Unknown device'
  const browser = first(browsers, userAgent)
  return browser ? `${system}, ${browser}` : system
}
