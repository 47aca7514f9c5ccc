import type { BidScope } from '../../api/types'

export type Cell = string | number | undefined

const columns = ['Line', 'Job', 'Work', 'Amount', 'Unit', 'Paid', 'Unit price, $', 'Price, $', 'Remarks'] as const

const paid: Record<BidScope['jobs'][number]['lines'][number]['paid'], string> = {
  sum: 'One price',
  within: 'In the price of the job',
  asFound: 'As found, by the unit',
}

/** The scope of one roof or several as a sheet that a bidder fills in: a job’s own line first, then what it takes. Prices are blank. */
export const sheetOf = (roofs: { name: string; scope: BidScope }[]): Cell[][] => [
  [...columns],
  ...roofs.flatMap(({ name, scope }) =>
    scope.jobs.flatMap((job) =>
      job.lines.map((line, at): Cell[] => [
        roofs.length > 1 ? `${name} ${line.key}` : line.key,
        at === 0 ? `${job.title}${job.place ? ` (${job.place})` : ''}` : '',
        line.item,
        line.amount,
        line.unit,
        paid[line.paid],
        undefined,
        undefined,
        undefined,
      ]),
    ),
  ),
]
