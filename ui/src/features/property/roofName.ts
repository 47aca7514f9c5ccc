import type { PropertyDossier, RoofFact } from '../../api/types'

/** What a roof is called among the roofs of its property; one added a moment ago goes by its own name until the core has answered. */
export const roofName = ({ summaries }: Pick<PropertyDossier, 'summaries'>, roof: RoofFact): string =>
  summaries.find(({ roofId }) => roofId === roof.id)?.roofName ?? roof.name
