/** The drawn pictures of the rule book, each named by the code of its condition. */
const files = import.meta.glob<string>('../../../../src/Kalpa.Core/Knowledge/drawings/*.svg', {
  query: '?url',
  import: 'default',
  eager: true,
})

const byCode = new Map(
  Object.entries(files).map(([path, url]) => [path.slice(path.lastIndexOf('/') + 1, -'.svg'.length), url]),
)

/** Where the picture of a condition is; none where it is not drawn. */
export const drawingOf = (code: string): string | undefined => byCode.get(code)
