/** US dollars: $4,200. */
export const money = (amount: number) => `$${amount.toLocaleString('en-US')}`

/** An amount to be paid, to the cent where there are any: $449.50. */
export const dollars = (amount: number) =>
  `$${amount.toLocaleString('en-US', { minimumFractionDigits: Number.isInteger(amount) ? 0 : 2, maximumFractionDigits: 2 })}`

/** A range of them: $400–$600. */
export const moneyRange = (low: number, high: number) => (low === high ? money(low) : `${money(low)}–${money(high)}`)

const MOST_COST = 100_000_000

/** Dollars as typed: null for nothing, undefined for what is no amount. */
export const dollarsOf = (typed: string): number | null | undefined => {
  const plain = typed.replace(/[$,\s]/g, '')
  if (plain === '') return null
  const value = /^\d+(\.\d+)?$/.test(plain) ? Number(plain) : undefined
  return value !== undefined && value <= MOST_COST ? value : undefined
}
