import { Box, Button, Flex, Text, Textarea } from '@chakra-ui/react'
import { useState } from 'react'
import type { FindingAssessment, FindingFact } from '../../api/types'
import { Labelled } from '../../shared/Labelled'
import { Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'
import { useVisitContext } from '../../shared/visitContext'

type Props = { draft: FindingFact; judged: FindingAssessment; onChange: (fields: Partial<FindingFact>) => void }

const from = {
  composed: 'Composed from the facts',
  firm: 'With the firm’s phrase',
  inspector: 'In your own words',
} as const

/** The sentences as the report will have them: composed, and open to change; a phrase may become the firm's. */
export function ReportWords({ draft, judged, onChange }: Props) {
  const { book } = useVisitContext()
  const firm = useFirm()
  const [editing, setEditing] = useState(false)
  const { words } = judged
  const own = draft.ownWords ?? { observed: '', means: '' }
  // What the composed sentences say now is kept beside one's own, so that a change of their facts shows.
  const composed = { observed: words.plain, means: words.composedMeans ?? words.means }
  const set = (fields: Partial<typeof own>) => {
    const next = { ...own, ...fields }
    onChange({ ownWords: next.observed || next.means ? next : null })
  }
  const keepAsTyped = () =>
    set({
      overObserved: own.observed ? composed.observed : null,
      overMeans: own.means ? composed.means : null,
    })
  const condition = book.conditions.find(({ code }) => code === draft.condition)
  const keepForFirm = () => {
    const phrases = [
      ...firm.rules.phrases.filter((phrase) => phrase.condition !== draft.condition),
      { condition: draft.condition, means: own.means || words.means },
    ]
    firm.keep({ phrases })
  }
  return (
    <Box className="k-sheet" as="section" aria-label="In the report">
      <Text fontWeight="bold">In the report</Text>
      {editing ? (
        <>
          <Labelled wide label="Observed">
            <Textarea
              rows={3}
              value={own.observed || words.observed}
              onChange={(event) => set({ observed: event.target.value, overObserved: composed.observed })}
            />
          </Labelled>
          <Labelled wide label="Meaning and recommendation">
            <Textarea
              rows={3}
              value={own.means || words.means}
              onChange={(event) => set({ means: event.target.value, overMeans: composed.means })}
            />
          </Labelled>
        </>
      ) : (
        <>
          <Text>{words.observed}</Text>
          <Text mt="1">{words.means}</Text>
        </>
      )}
      <Text fontSize="sm" color="faint" mt="1">
        {from[words.by]}. For a roofer: {words.technical}
      </Text>
      {words.outdated?.map(({ sentence, then, now }) => (
        <Box key={sentence} className="k-caution" mt="1" role="status">
          <Text fontWeight="bold">The facts have changed since “{sentence}” was typed.</Text>
          <Text>Composed now: {now}</Text>
          <Text>Composed then: {then}</Text>
        </Box>
      ))}
      {words.doubts.map((doubt) => (
        <Text key={doubt} className="k-caution" mt="1">
          {doubt}
        </Text>
      ))}
      <Flex gap="2" mt="2" wrap="wrap">
        <Button variant="outline" size="md" onClick={() => setEditing(!editing)} aria-expanded={editing}>
          {editing ? 'Done' : 'Edit wording'}
        </Button>
        {words.outdated && (
          <Button variant="outline" size="md" onClick={keepAsTyped}>
            Keep my wording
          </Button>
        )}
        {draft.ownWords && (
          <Button variant="outline" size="md" onClick={() => onChange({ ownWords: null })}>
            Back to composed wording
          </Button>
        )}
        {draft.ownWords?.means && condition && (
          <Button variant="outline" size="md" onClick={keepForFirm} loading={firm.saving} disabled={!firm.known}>
            Save for every “{condition.name.toLowerCase()}”
          </Button>
        )}
      </Flex>
      {firm.saved && <Text fontSize="sm">Saved as the firm’s wording.</Text>}
      {firm.error !== null && <Trouble error={firm.error} />}
    </Box>
  )
}
