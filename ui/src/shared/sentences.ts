/** As it stands at the beginning of a sentence. */
export const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** Words typed by hand, ended as a sentence. */
export const ended = (text: string) => (/[\p{L}\p{N})]$/u.test(text.trim()) ? `${text.trim()}.` : text.trim())

/** As it stands inside one; what is written with two capitals keeps them. */
export const lowerFirst = (text: string) => (/^.[A-Z]/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1))
