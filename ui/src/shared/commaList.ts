/** What is typed with commas between: each once, without blanks around it. */
export const commaList = (typed: string): string[] => [
  ...new Set(
    typed
      .split(',')
      .map((word) => word.trim())
      .filter(Boolean),
  ),
]
