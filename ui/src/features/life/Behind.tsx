import { Box, Flex, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { LifeFactor, LifeFacts, SlopeAssessment } from '../../api/types'
import { useCore } from '../../core/useCore'
import { QuestionField } from '../../shared/Answers'
import { useVisitContext } from '../../shared/visitContext'
import { wearQuestions } from '../../shared/wear'

/** What affects a slope's remaining life: reasons, each factor with what it costs and a switch, what would narrow the range, and the questions behind it. */
export function Behind({ slope, facts }: { slope: SlopeAssessment; facts: LifeFacts }) {
  const [without, setWithout] = useState<string[]>([])
  const deep = useCore('life', { ...facts, without, deep: true })
  const { book } = useVisitContext()
  const asked = wearQuestions(book, facts.kind)
  const toggle = (key: string) =>
    setWithout((old) => (old.includes(key) ? old.filter((other) => other !== key) : [...old, key]))
  return (
    <Flex gap="6" mt="3" pt="3" borderTopWidth="1px" direction={{ base: 'column', lg: 'row' }}>
      <Box flex="3" minW="0">
        {deep === undefined && <Text color="faint">Calculating the effect of each fact…</Text>}
        {deep && (
          <Stack gap="3">
            {deep.narrowing.length > 0 && (
              <Box>
                <Text className="k-label">What would narrow the range most</Text>
                <ul className="k-list">
                  {deep.narrowing.map(({ text, years, narrows }) => (
                    <li key={text}>
                      {text}:{' '}
                      {narrows
                        ? `narrows the range by about ${years.toFixed(1)} years`
                        : `may move the likely figure by ${years.toFixed(1)} years`}
                    </li>
                  ))}
                </ul>
              </Box>
            )}
            <Box>
              <Text className="k-label">Factors (ISO 15686-8)</Text>
              {deep.factors.length === 0 && <Text color="faint">None yet: answer the questions to add factors.</Text>}
              {deep.factors.map((factor) => (
                <Factor
                  key={factor.key}
                  factor={factor}
                  off={without.includes(factor.key)}
                  onToggle={() => toggle(factor.key)}
                />
              ))}
              {without.length > 0 && (
                <Text mt="2">
                  For looking only: without {without.length === 1 ? 'it' : 'them'} {deep.headline}. What is stated does
                  not change.
                </Text>
              )}
            </Box>
            <Text fontSize="sm">{deep.reasons.join(' ')}</Text>
            {deep.misfitYears > 0 && (
              <Text fontSize="sm" color="faint">
                The law passes the reference life within {deep.misfitYears.toFixed(1)} years.
              </Text>
            )}
          </Stack>
        )}
      </Box>
      <Stack flex="2" minW="0" gap="3">
        {asked.map((question) => (
          <QuestionField key={question.key} question={question} slopeId={question.perSlope ? slope.slopeId : null} />
        ))}
      </Stack>
    </Flex>
  )
}

function Factor({ factor, off, onToggle }: { factor: LifeFactor; off: boolean; onToggle: () => void }) {
  const cost = factor.costYears ?? 0
  const effect =
    !factor.applied && !off
      ? 'not counted'
      : cost > 0
        ? `costs ${cost.toFixed(1)} years`
        : cost < 0
          ? `adds ${(-cost).toFixed(1)} years`
          : 'no effect'
  return (
    <Flex gap="3" align="center" py="1" borderBottomWidth="1px">
      <Box flex="1" minW="0">
        <Text lineHeight="short">
          <strong>
            {factor.letter} · {factor.name}
          </strong>{' '}
          × {factor.value.toFixed(2)}
        </Text>
        <Text fontSize="sm" lineHeight="short">
          {factor.reason} · {effect}
        </Text>
      </Box>
      <label className="k-key" data-on={(factor.applied && !off) || undefined}>
        <input
          type="checkbox"
          checked={factor.applied && !off}
          disabled={!factor.applied && !off}
          onChange={onToggle}
          aria-label={factor.name}
        />
        <span>{off ? 'Left out' : factor.applied ? 'Counted' : 'Held'}</span>
      </label>
    </Flex>
  )
}
