import { createContext } from 'react'

/** The name of whoever is signed in, for what is saved with its author. */
export const PersonName = createContext('')
