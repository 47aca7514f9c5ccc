import { Button, Flex, Heading, Stack, Text, Textarea } from '@chakra-ui/react'
import { useContext, useState } from 'react'
import { localIso } from '../../api/clock'
import type { ReportQuestionFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { PersonName } from '../../shared/person'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'

/** Questions that came by a link, and the answers to them: an answer stands in the shared report, for whoever asked. */
export function Questions() {
  const { dossier } = useVisitContext()
  const questions = [...(dossier.questions ?? [])].sort((a, b) => b.at.localeCompare(a.at))
  if (questions.length === 0) return null
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="asked">
      <Heading as="h2" id="asked" size="lg">
        Questions from clients
      </Heading>
      {questions.map((question) => (
        <Question key={question.id} question={question} />
      ))}
    </Stack>
  )
}

function Question({ question }: { question: ReportQuestionFact }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const by = useContext(PersonName) || visit.visit.inspector
  const [answer, setAnswer] = useState(question.answer ?? '')
  const save = () => {
    const fact: ReportQuestionFact = { ...question, answer: answer.trim(), answeredBy: by, answeredAt: localIso() }
    record.mutate([{ kind: 'reportQuestion', fact }])
  }
  const same = answer.trim() === (question.answer ?? '')
  return (
    <Stack as="article" gap="2" borderTopWidth="1px" pt="3">
      <Text>
        <strong>{question.words}</strong>
      </Text>
      <Text color="faint">
        {question.by}, {dayText(question.at.slice(0, 10))}
        {question.contact && ` · ${question.contact}`}
      </Text>
      <Labelled wide label={question.answer ? 'Your answer' : 'Your answer, shown under the same link'}>
        <Textarea rows={2} value={answer} onChange={(event) => setAnswer(event.target.value)} />
      </Labelled>
      <Flex gap="3" align="center" wrap="wrap">
        <Button size="lg" variant="outline" disabled={!answer.trim() || same} onClick={save} loading={record.isPending}>
          Save answer
        </Button>
        {question.answer && same && <Text color="faint">Answered by {question.answeredBy}.</Text>}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
