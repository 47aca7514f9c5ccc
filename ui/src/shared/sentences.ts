/** As it stands at the beginning of a sentence. */
export const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** As it stands inside one; what is written with two capitals keeps them. */
export const lowerFirst = (text: string) => (/^.[A-Z]/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1))
