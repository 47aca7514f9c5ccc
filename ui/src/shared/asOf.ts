import type { RoofSummary } from '../api/types'
import { dayText } from './words'

/** Of what day a roof's figures are: of its last visit, or of today where nobody has visited and only the age speaks. */
export const asOfText = (summary: Pick<RoofSummary, 'asOf'> | undefined, visited: boolean): string =>
  visited && summary ? `as of the visit of ${dayText(summary.asOf)}` : 'from age alone; not inspected yet'
