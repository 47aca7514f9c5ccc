/** Tags as typed, with commas between; each once, without blanks around it. */
export const tagsOf = (typed: string): string[] => [
  ...new Set(
    typed
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
]
