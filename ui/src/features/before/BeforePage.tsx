import { Box, Flex, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import type { CommissionPurpose, VisitFact } from '../../api/types'
import { QuestionField, TypedAnswer } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { commissionWith } from '../../shared/commission'
import { useRecord } from '../../shared/facts'
import { Caution, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { purposes } from '../../shared/words'
import { Agenda } from './Agenda'
import { Engagement } from './Engagement'
import { GoingUp } from './GoingUp'
import { Ladder } from './Ladder'
import { RoofsOfVisit } from './RoofsOfVisit'

/** Before anybody climbs: why, what the owner says, what the papers say, how to get up, and whether to go at all. */
export function BeforePage() {
  return (
    <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4" alignItems="start">
      <Stack gap="4">
        <RoofsOfVisit />
        <WhySheet />
        <Engagement />
        <GroupSheet group="owner" title="Owner’s answers" />
      </Stack>
      <Stack gap="4">
        <GoingUp />
        <GroupSheet group="access" title="Access">
          <Ladder />
        </GroupSheet>
        <GroupSheet group="roof" title="Roof records">
          <Warranty />
        </GroupSheet>
        <Agenda />
      </Stack>
    </SimpleGrid>
  )
}

function WhySheet() {
  const { visit, assessment, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const { commission } = visit.visit
  const change = (fields: Partial<VisitFact>) => record.mutate([{ kind: 'visit', fact: { ...visit.visit, ...fields } }])
  const set = (fields: Partial<NonNullable<VisitFact['commission']>>) =>
    change({ commission: commissionWith(commission, fields) })
  const walks = Object.fromEntries(book.walks.map((walk) => [walk.key, walk.name])) as Record<string, string>
  return (
    <Stack className="k-sheet" gap="3">
      <Heading as="h2" size="lg">
        Why
      </Heading>
      <Choice
        label="Purpose of the visit"
        value={commission?.purpose ?? null}
        options={purposes}
        // A new purpose brings its own walk; one chosen by hand before gives way.
        onChange={(purpose: CommissionPurpose) =>
          change({
            walk: '',
            commission: commissionWith(commission, { purpose }),
          })
        }
      />
      <SimpleGrid columns={{ base: 1, sm: 3 }} gap="3">
        <TypedAnswer
          key={`whom-${commission?.forWhom}`}
          label="Client"
          typed={commission?.forWhom ?? ''}
          placeholder={visit.property.owner}
          onKeep={(forWhom) => set({ forWhom })}
        />
        <TypedAnswer
          key={`due-${commission?.dueOn}`}
          label="Due"
          type="date"
          typed={commission?.dueOn ?? ''}
          onKeep={(dueOn) => set({ dueOn: dueOn || null })}
        />
        <TypedAnswer
          key={`licence-${commission?.licence}`}
          label="License"
          typed={commission?.licence ?? ''}
          onKeep={(licence) => set({ licence })}
        />
      </SimpleGrid>
      <Choice label="Walk" value={assessment.progress.walk} options={walks} onChange={(walk) => change({ walk })} />
      <Box>
        <Text>{assessment.progress.intro}</Text>
        <Text fontSize="sm" color="faint" mt="1">
          {assessment.commission.form}: {assessment.commission.mayClaim.join(' ')}
          {assessment.commission.prices ? '' : ' No prices are shown.'}
        </Text>
      </Box>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

function GroupSheet({ group, title, children }: { group: string; title: string; children?: React.ReactNode }) {
  const { book } = useVisitContext()
  return (
    <Stack className="k-sheet" gap="4">
      <Heading as="h2" size="lg">
        {title}
      </Heading>
      {book.questions
        .filter((question) => question.group === group)
        .map((question) => (
          <QuestionField key={question.key} question={question} />
        ))}
      {children}
    </Stack>
  )
}

function Warranty() {
  const { assessment } = useVisitContext()
  const { warrantyCaution } = assessment.progress
  return warrantyCaution ? (
    <Flex>
      <Caution>{warrantyCaution}</Caution>
    </Flex>
  ) : null
}
