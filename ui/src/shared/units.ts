/** The unit of one: a sheet of sheets, a patch of patches, ft of ft. */
export const one = (unit: string) =>
  unit.endsWith('ches') ? unit.slice(0, -2) : unit.endsWith('s') ? unit.slice(0, -1) : unit
