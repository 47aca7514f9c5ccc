import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import type { JobFinding, RoofDecision, RoofProblem, WorkItem } from '../../api/types'
import { viewOf } from '../../offline/applyChanges'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { moneyRange } from '../../shared/money'
import { Picture } from '../../shared/Picture'
import { Empty } from '../../shared/States'
import { lowerFirst } from '../../shared/sentences'
import { useVisitContext, VisitScope } from '../../shared/visitContext'
import { BidsPanel } from './BidsPanel'
import { DecisionPlan } from './DecisionPlan'
import { IfLeft } from './IfLeft'
import { JobCost, WorkCost } from './JobCost'
import { DoneJobs, MarkDone } from './JobDone'
import { JobQuantities } from './JobQuantities'
import { OpinionPanel } from './OpinionPanel'
import { OptionsPanel } from './OptionsPanel'
import { OwnerReply } from './OwnerReply'
import { ScopePanel } from './ScopePanel'

/** Repairs in order of need, each with its reason; of several roofs, one after the other. */
export function WorkPage() {
  const context = useVisitContext()
  const { dossier } = context
  if (dossier.roofs.length < 2) return <WorkOfRoof />
  return (
    <Stack gap="5">
      {dossier.roofs.map(({ roof, name }) => {
        const visit = viewOf(dossier, roof.id)
        const { assessment, facts } = visit
        return (
          <Box as="section" key={roof.id} aria-label={name}>
            <Heading as="h2" size="xl" mb="2">
              {name}
            </Heading>
            <VisitScope value={{ ...context, visit, assessment, records: facts.records ?? context.records }}>
              <WorkOfRoof />
            </VisitScope>
          </Box>
        )
      })}
    </Stack>
  )
}

function WorkOfRoof() {
  const { assessment } = useVisitContext()
  const [open, setOpen] = useState<string | null>(null)
  const panel = useRef<HTMLDivElement>(null)
  const override = () => {
    setOpen('')
    panel.current?.scrollIntoView({ block: 'center' })
  }
  return (
    <Stack gap="3">
      {assessment.decision && (
        <Box as="section" className="k-sheet k-decision" aria-label="Decision">
          <Flex gap="4" align="start">
            <Box flex="1" minW="0">
              <Stack as="ul" gap="1" listStyleType="none">
                {assessment.roofDecisions.map(({ of, headline, action }) => (
                  <Text
                    as="li"
                    key={of}
                    fontSize={{ base: 'md', lg: 'lg' }}
                    fontWeight={quiet.has(action) ? undefined : 'bold'}
                  >
                    {headline}.
                  </Text>
                ))}
              </Stack>
              <Button variant="outline" size="sm" float="right" onClick={override}>
                Override
              </Button>
              <details>
                <summary>Why</summary>
                <Box display={{ lg: 'none' }} mb="2">
                  <DecisionPlan />
                </Box>
                {assessment.roofDecisions.map(({ of, why, computed }) => (
                  <Text key={of} fontSize="sm">
                    {assessment.roofDecisions.length > 1 && `${of}: `}
                    {why} {computed}
                  </Text>
                ))}
              </details>
            </Box>
            <Box display={{ base: 'none', lg: 'block' }} flex="none">
              <DecisionPlan />
            </Box>
          </Flex>
        </Box>
      )}
      <WorkCost assessment={assessment} />
      <OptionsPanel />
      {assessment.work.length === 0 ? (
        <Empty title={assessment.noWork}>
          Findings outside their limits, and slopes near end of life, appear here as work.
        </Empty>
      ) : (
        <Stack gap="3" as="ol" listStyleType="none">
          {assessment.work.map((item) => (
            <WorkRow key={item.number} item={item} />
          ))}
        </Stack>
      )}
      <DoneJobs />
      <ScopePanel />
      <BidsPanel />
      <OtherReplies />
      <WithoutJob />
      <Box ref={panel}>
        <OpinionPanel open={open} setOpen={setOpen} />
      </Box>
    </Stack>
  )
}

/** What asks for nothing beyond the jobs below. */
const quiet: ReadonlySet<RoofDecision['action']> = new Set(['maintain', 'repair'])

/** Findings that ask for nothing, each with its reason: none is lost. */
function WithoutJob() {
  const { assessment, visit } = useVisitContext()
  const without = assessment.withoutJob
  if (without.length === 0) return null
  return (
    <details className="k-sheet">
      <summary>{without.length === 1 ? '1 finding needs no work' : `${without.length} findings need no work`}</summary>
      {without.map(({ findingId, name, why }) => (
        <Text key={findingId} mt="1">
          <Link to={`${visit.base}/findings/${findingId}`}>{name}</Link>: {why}
        </Text>
      ))}
    </details>
  )
}

/** What the owner said to jobs that the list has no more: kept, with what was asked. */
function OtherReplies() {
  const { assessment } = useVisitContext()
  const gone = (assessment.replies ?? []).filter(({ option }) => option === '')
  if (gone.length === 0) return null
  return (
    <Box className="k-sheet" as="section" aria-label="Replies to earlier jobs">
      <Text fontWeight="bold">Replies of the owner to jobs that are not on the list now</Text>
      {gone.map(({ id, of, words }) => (
        <Text key={id}>
          {of}: {lowerFirst(words)}
        </Text>
      ))}
    </Box>
  )
}

function WorkRow({ item }: { item: WorkItem }) {
  const { visit, records, assessment, dossier } = useVisitContext()
  const photo = records.photos.find((other) => other.findingId !== null && other.findingId === item.findingId)
  return (
    <Box as="li" className="k-sheet">
      <Flex gap="4" align="start">
        {photo && (
          <Picture
            className="k-thumb k-phonehide"
            sha256={photo.sha256}
            alt=""
            edits={photo.edits}
            style={{ width: '150px' }}
          />
        )}
        <Box flex="1" minW="0">
          <Flex gap="3" wrap="wrap" align="center">
            <Heading as={dossier.roofs.length < 2 ? 'h2' : 'h3'} size="md">
              {item.number}.{' '}
              {item.findingId ? <Link to={`${visit.base}/findings/${item.findingId}`}>{item.title}</Link> : item.title}
            </Heading>
            <UrgencyMarks marks={item.nails} words={item.urgencyWords} />
          </Flex>
          <Text color="faint">
            {item.place}
            {item.amount && ` · ${item.amount.words}${item.amount.assumed ? ', assumed' : ''}`}
            {item.trade && ` · for: ${item.trade}`}
          </Text>
          {item.until && <Text fontWeight="bold">{item.until}</Text>}
          <SameProblem item={item} problems={assessment.roofProblems} />
          <Gathered label="Resolves" findings={(item.resolves ?? []).length > 1 ? item.resolves : null} />
          <Gathered label="Included" findings={item.included} />
          <Text>{item.why}</Text>
          {(item.after ?? []).map((first) => (
            <Text key={first.number}>
              <strong>{(first.words ?? '').slice(0, -first.why.length)}</strong>
              {first.why}
            </Text>
          ))}
          {item.interim && <Text>{item.interim.words}</Text>}
          {item.aboveNext && (
            <Text fontSize="sm" color="faint">
              {item.aboveNext}
            </Text>
          )}
          {assessment.commission.prices && item.lossHigh > 0 && !item.ifLeft && (
            <Text fontSize="sm" color="faint">
              Estimated cost of waiting one year: {moneyRange(item.lossLow, item.lossHigh)} (planning figure, not an
              offer)
            </Text>
          )}
          <Box className="k-folds">
            <details>
              <summary>{item.kind === 'evaluate' ? 'Steps' : 'Repair steps'}</summary>
              <Box as="ol" pl="5" listStyleType="decimal">
                {item.steps.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </Box>
              {item.notARepair && (
                <Text className="k-unfit" mt="1">
                  Not an acceptable repair: {item.notARepair}
                </Text>
              )}
              {(item.photos ?? []).length > 0 && (
                <Text mt="1">Photograph before it is covered: {(item.photos ?? []).join('; ')}.</Text>
              )}
            </details>
            <JobQuantities item={item} />
            <JobCost item={item} />
            <IfLeft item={item} />
            <OwnerReply
              asked={{ title: item.title, findingId: item.findingId, slopeId: item.slopeId }}
              reply={item.reply}
            />
            <MarkDone item={item} />
          </Box>
        </Box>
      </Flex>
    </Box>
  )
}

/** What is the same problem: repaired together, the cause first. */
function SameProblem({ item, problems }: { item: WorkItem; problems: RoofProblem[] }) {
  const problem = problems.find(({ parts }) => parts.some(({ findingId }) => findingId === item.findingId))
  const own = problem?.parts.find(({ findingId }) => findingId === item.findingId)
  // What is done with the same job is named there.
  const done = new Set((item.resolves ?? []).map(({ findingId }) => findingId))
  const others = problem?.parts.filter((part) => part !== own && !done.has(part.findingId)) ?? []
  const follows = own?.role === 'cause' ? others.filter(({ role }) => role === 'damage' || role === 'sign') : []
  const beside = others.filter((part) => !follows.includes(part))
  if (others.length === 0) return null
  return (
    <Text fontSize="sm">
      {[
        follows.length > 0 && `Likely cause of: ${namesOf(follows)}.`,
        beside.length > 0 && `One problem with: ${namesOf(beside)}.`,
      ]
        .filter(Boolean)
        .join(' ')}
    </Text>
  )
}

/** The findings that are done with a job, each a way to it. */
function Gathered({ label, findings }: { label: string; findings: JobFinding[] | null | undefined }) {
  const { visit } = useVisitContext()
  if (!findings || findings.length === 0) return null
  return (
    <Text fontSize="sm">
      {label}:{' '}
      {findings.map(({ findingId, name, place }, at) => (
        <span key={findingId}>
          {at > 0 && '; '}
          <Link to={`${visit.base}/findings/${findingId}`}>{lowerFirst(name)}</Link>
          {place && `, ${place}`}
        </span>
      ))}
      .
    </Text>
  )
}

const namesOf = (parts: RoofProblem['parts']) => parts.map(({ name }) => lowerFirst(name)).join(', ')
