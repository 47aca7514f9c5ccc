/** US dollars: $4,200. */
export const money = (amount: number) => `$${amount.toLocaleString('en-US')}`

/** A range of them: $400–$600. */
export const moneyRange = (low: number, high: number) => (low === high ? money(low) : `${money(low)}–${money(high)}`)
