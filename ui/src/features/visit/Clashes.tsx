import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, dataOf } from '../../api/client'
import type {
  DetailFact,
  Fact,
  FactVersion,
  FindingFact,
  LookFact,
  PlanFact,
  StageFact,
  VisitFact,
} from '../../api/types'
import type { VisitView } from '../../offline/applyChanges'
import { useRecord } from '../../shared/facts'
import { useBook } from '../../shared/queries'
import { feetText } from '../../shared/roofPlan/planMath'
import { detailName } from '../../shared/roofPlan/planWords'
import { Sheet } from '../../shared/Sheet'
import { Trouble } from '../../shared/States'
import { evidences, excuses, extents, timeText } from '../../shared/words'

/** Facts that two devices changed apart from each other: both versions are kept, and a person chooses. */
export function Clashes({ visit }: { visit: VisitView }) {
  const [open, setOpen] = useState(false)
  const clashing = visit.heads.filter((head) => head.clash)
  if (clashing.length === 0) return null
  return (
    <Flex className="k-caution" role="status" align="center" gap="3" mb="3" wrap="wrap">
      <Text flex="1" minW="14rem">
        {clashing.length === 1 ? 'One fact was' : `${clashing.length} facts were`} changed in two places at once. Both
        versions are kept; the later one shows until somebody chooses.
      </Text>
      <Button colorPalette="verdigris" onClick={() => setOpen(true)}>
        Choose
      </Button>
      <Sheet title="Changed in two places" open={open} onClose={() => setOpen(false)}>
        <Stack gap="4">
          {clashing.map((head) => (
            <Clash key={head.factId} factId={head.factId} visit={visit} />
          ))}
        </Stack>
      </Sheet>
    </Flex>
  )
}

function Clash({ factId, visit }: { factId: string; visit: VisitView }) {
  const versions = useQuery({
    queryKey: ['versions', factId],
    queryFn: () => dataOf(api.GET('/api/facts/{id}/versions', { params: { path: { id: factId } } })),
  })
  const record = useRecord(visit.heads)
  if (versions.isError) return <Trouble error={versions.error} onRetry={() => versions.refetch()} />
  if (!versions.data) return <Text>Loading both versions…</Text>
  const choose = (chosen: FactVersion) =>
    record.mutate([
      {
        kind: versions.data.kind,
        fact: chosen.payload as Fact,
        deleted: chosen.deleted,
        settles: versions.data.versions.map((version) => version.revision),
      },
    ])
  return (
    <Box className="k-todos">
      <Text fontWeight="bold" mb="2">
        {whatOf(versions.data.kind)}
      </Text>
      <Stack gap="2">
        {versions.data.versions.map((version) => (
          <Flex key={version.revision} gap="3" align="center">
            <Box flex="1">
              <Text>
                <Told version={version} kind={versions.data.kind} />
              </Text>
              <Text fontSize="sm" color="faint">
                {version.by}, {version.device}, {timeText(version.recordedAt)}
              </Text>
            </Box>
            <Button size="lg" variant="outline" onClick={() => choose(version)} loading={record.isPending}>
              This one
            </Button>
          </Flex>
        ))}
      </Stack>
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

const whatOf = (kind: string) =>
  ({
    look: 'An inspected place',
    finding: 'A finding',
    stage: 'A stage',
    visit: 'The visit itself',
    plan: 'The roof plan',
    detail: 'A detail on the plan',
    slope: 'A slope',
  })[kind] ?? 'A record'

/** A version in words one can choose by. */
function Told({ version, kind }: { version: FactVersion; kind: string }) {
  const book = useBook()
  if (version.deleted) return <>Deleted</>
  const fact = version.payload as unknown
  switch (kind) {
    case 'finding': {
      const finding = fact as FindingFact
      const name = book.data?.conditions.find((condition) => condition.code === finding.condition)?.name
      const parts = [
        finding.own?.title ?? name ?? finding.condition,
        finding.measure?.typed,
        extents[finding.extent],
        `water: ${evidences[finding.evidence].toLowerCase()}`,
        finding.place,
        finding.note,
      ]
      return <>{parts.filter(Boolean).join(', ')}</>
    }
    case 'look': {
      const look = fact as LookFact
      return (
        <>
          {look.state === 'looked'
            ? 'Inspected'
            : `${look.state === 'hidden' ? 'Hidden' : 'Not inspected'}: ${excuses[look.excuse ?? 'covered']}`}
        </>
      )
    }
    case 'stage':
      return <>{(fact as StageFact).shares.map((share) => `${share.percent}% at stage ${share.stage}`).join(', ')}</>
    case 'visit': {
      const visit = fact as VisitFact
      return (
        <>
          {[visit.commission?.purpose, visit.walk, visit.finishedAt ? 'finished' : 'open'].filter(Boolean).join(', ')}
        </>
      )
    }
    case 'plan': {
      const plan = fact as PlanFact
      const parts = plan.parts.map((part) => `${part.name || part.kind} of ${part.corners.length} corners`)
      return <>{[...parts, plan.sized ? 'measured' : 'letters only', plan.source].filter(Boolean).join(', ')}</>
    }
    case 'detail': {
      const detail = fact as DetailFact
      return (
        <>
          {[
            detailName(detail.kind),
            detail.name,
            `${feetText(detail.spot.along)} along, ${feetText(detail.spot.up)} up from the eave on plan`,
          ]
            .filter(Boolean)
            .join(', ')}
        </>
      )
    }
    default:
      return (
        <>
          {Object.entries(fact as object)
            .filter(([name, value]) => !/id$/i.test(name) && typeof value === 'string' && value)
            .map(([, value]) => value)
            .join(', ') || 'the same kind of record'}
        </>
      )
  }
}
