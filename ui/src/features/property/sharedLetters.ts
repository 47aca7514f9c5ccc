import type { PropertyDossier } from '../../api/types'

/** Letters that more than one standing slope of the property has, each once. */
export function sharedLetters({ slopes }: Pick<PropertyDossier, 'slopes'>): string[] {
  const letters = slopes.filter(({ retiredOn }) => !retiredOn).map(({ letter }) => letter)
  return [...new Set(letters.filter((letter, i) => letters.indexOf(letter) !== i))]
}
