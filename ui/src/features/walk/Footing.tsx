import { Text } from '@chakra-ui/react'
import type { SlopeFact } from '../../api/types'
import { QuestionField } from '../../shared/Answers'
import { useVisitContext } from '../../shared/visitContext'

type Props = { slope: SlopeFact; changing: boolean; onChange: (changing: boolean) => void }

/** Is it safe to stand there? One line, said before one goes; a tap on it changes it. */
export function Footing({ slope, changing, onChange }: Props) {
  const { assessment } = useVisitContext()
  const footing = assessment.progress.footings.find((other) => other.slopeId === slope.id)
  if (!footing) return null
  return (
    <button
      type="button"
      className="k-footing"
      data-footing={footing.state}
      aria-expanded={changing}
      onClick={() => onChange(!changing)}
    >
      <span className="k-hidden">{`Walkability of slope ${slope.letter}: `}</span>
      {footing.words}
      {footing.why.length > 0 && ` (${footing.why.join('; ')})`}
    </button>
  )
}

/** What one found out about standing there. */
export function FootingQuestion({ slope }: { slope: SlopeFact }) {
  const { book } = useVisitContext()
  const question = book.questions.find((other) => other.key === 'footing')
  if (!question) return <Text color="fg.error">The rule book has no question about walkability.</Text>
  return <QuestionField question={question} slopeId={slope.id} label={`Walkability of slope ${slope.letter}`} />
}
