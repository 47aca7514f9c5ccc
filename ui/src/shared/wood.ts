import type { WoodFound, WoodPart } from '../api/types'

export const woodNames: Record<WoodPart, string> = {
  deck: 'Deck sheathing',
  fascia: 'Fascia',
  eaveBoard: 'Starter board',
}

const number = (value: number) => value.toLocaleString('en-US', { maximumFractionDigits: 1 })

/** "3 sheets in 13.4 squares", "22 of 180 ft". */
export const woodFoundWords = ({ part, opened, found }: WoodFound) =>
  part === 'deck'
    ? `${number(found)} ${found === 1 ? 'sheet' : 'sheets'} in ${number(opened)} squares`
    : `${number(found)} of ${number(opened)} ft`
