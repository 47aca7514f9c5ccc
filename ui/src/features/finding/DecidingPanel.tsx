import { Box, Flex, Stack, Text } from '@chakra-ui/react'
import type { DecisionAnswer, FindingFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { Fold } from '../../shared/Fold'
import { lowerFirst, upperFirst } from '../../shared/sentences'

type Props = { draft: FindingFact; decisions: DecisionAnswer[]; onChange: (fields: Partial<FindingFact>) => void }

/** The facts that decide it, asked by keys; the view taken, with the other one a tap away; both branches while nobody knows. */
export function DecidingPanel({ draft, decisions, onChange }: Props) {
  if (decisions.length === 0) return null
  const answer = (decision: string, option: string) =>
    onChange({
      deciding: [...(draft.deciding ?? []).filter((other) => other.decision !== decision), { decision, option }],
    })
  const view = (decision: string, chosen: string | null) => {
    const others = (draft.views ?? []).filter((other) => other.decision !== decision)
    onChange({ views: chosen ? [...others, { decision, view: chosen }] : others })
  }
  return (
    <Stack gap="3" as="section" aria-label="Deciding facts">
      {decisions.map((decision) => (
        <Box key={decision.key} className="k-deciding">
          {decision.asked && (
            <Choice
              label={decision.ask}
              value={decision.chosen ?? null}
              options={Object.fromEntries(decision.options.map(({ key, words }) => [key, words]))}
              onChange={(option) => answer(decision.key, option)}
            />
          )}
          <Fold title="What the answer changes" state={decision.viewWords}>
            {decision.open && decision.branches.length > 0 && (
              <Box as="ul" className="k-limits">
                {decision.branches.map((branch) => (
                  <li key={branch.if}>
                    “{upperFirst(branch.if)}”: {lowerFirst(branch.then)}.
                  </li>
                ))}
                <li>To find out: {lowerFirst(decision.settle)}</li>
              </Box>
            )}
            <Text mt="1">
              <strong>{decision.viewWords}.</strong>{' '}
              <Text as="span" color="faint">
                {decision.matter}. {decision.why}
              </Text>
            </Text>
            <Flex gap="2" mt="1" wrap="wrap">
              {decision.others.map((other) => (
                <button
                  key={other.key}
                  type="button"
                  className="k-otherview"
                  onClick={() => view(decision.key, other.key)}
                >
                  Other view: {lowerFirst(other.words)}
                </button>
              ))}
              {decision.by === 'inspector' && (
                <button type="button" className="k-otherview" onClick={() => view(decision.key, null)}>
                  Back to the recorded fact
                </button>
              )}
            </Flex>
          </Fold>
        </Box>
      ))}
    </Stack>
  )
}
