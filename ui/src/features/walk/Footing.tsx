import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { SlopeFact } from '../../api/types'
import { QuestionField } from '../../shared/Answers'
import { useVisitContext } from '../../shared/visitContext'

/** Is it safe to stand there? Said before one goes, and changed by a tap. */
export function Footing({ slope }: { slope: SlopeFact }) {
  const { assessment, book } = useVisitContext()
  const [changing, setChanging] = useState(false)
  const footing = assessment.progress.footings.find((other) => other.slopeId === slope.id)
  const question = book.questions.find((other) => other.key === 'footing')
  if (!footing || !question) return null
  return (
    <Box className="k-footing" data-footing={footing.state} mb="2">
      <Flex align="center" gap="2">
        <Text flex="1" lineHeight="short">
          <strong>{footing.words}</strong>
          {footing.why.length > 0 && (
            <Text as="span" fontSize="sm">
              {' '}
              ({footing.why.join('; ')})
            </Text>
          )}
        </Text>
        <Button
          size="sm"
          variant="outline"
          onClick={() => setChanging(!changing)}
          aria-expanded={changing}
          aria-label={`Footing of slope ${slope.letter}`}
        >
          Walkability
        </Button>
      </Flex>
      {changing && (
        <Box mt="2">
          <QuestionField question={question} slopeId={slope.id} label={`Footing on slope ${slope.letter}`} />
        </Box>
      )}
    </Box>
  )
}
