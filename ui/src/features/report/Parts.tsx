import { Stack, Text } from '@chakra-ui/react'
import type { ReportSection } from '../../api/types'
import { ManyChoice } from '../../shared/Answers'
import { commissionWith } from '../../shared/commission'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

const sections = {
  slopePhotos: 'Photos of the slopes',
  otherPhotos: 'Other photos',
  plannedUse: 'Planned use',
  options: 'Options for the owner',
  noDefects: 'Inspected, no defects',
  life: 'Life of each slope',
  quantities: 'Quantities',
  series: 'Measurement series',
  practice: 'Where practice differs',
} as const satisfies Record<ReportSection, string>

const all = Object.keys(sections) as ReportSection[]

/** Which parts this report has beside those that every report has. What the purpose leaves out stays out. */
export function Parts() {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const { commission } = visit.visit
  const leftOut = commission?.leftOut ?? []
  const choose = (chosen: ReportSection[]) => {
    const out = all.filter((section) => !chosen.includes(section))
    const fact = {
      ...visit.visit,
      commission: commissionWith(commission, { leftOut: out.length > 0 ? out : null }),
    }
    record.mutate([{ kind: 'visit', fact }])
  }
  return (
    <details className="k-sheet">
      <summary>Parts of this report{leftOut.length > 0 && `: ${leftOut.length} left out`}</summary>
      <Stack gap="3" mt="3">
        <ManyChoice
          label="In this report, where there is something to show"
          chosen={all.filter((section) => !leftOut.includes(section))}
          options={sections}
          onChange={choose}
        />
        <Text fontSize="sm" color="faint">
          Summary, findings and recommendations, what was not inspected, method and cautions are in every report.
        </Text>
        {record.isError && <Trouble error={record.error} />}
      </Stack>
    </details>
  )
}
