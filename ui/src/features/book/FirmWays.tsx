import { Box, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer, FirmRulesFact } from '../../api/types'
import { TypedAnswer } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { firmRulesOf } from '../../shared/firmRules'
import { useFirmRules } from '../../shared/queries'
import { Trouble } from '../../shared/States'
import { Lines, Part } from './EntryParts'
import { FirmConditions } from './FirmConditions'

const voices = { plain: 'Plain', technical: 'For roofers' } as const

/** The firm's ways as they stand, and how they are changed. */
function useFirm() {
  const firm = useFirmRules()
  const record = useRecord(firm.heads)
  const rules = firmRulesOf(firm.rules)
  const keep = (fields: Partial<FirmRulesFact>) => record.mutate([{ kind: 'firmRules', fact: { ...rules, ...fields } }])
  return { rules, keep, error: record.isError ? record.error : null }
}

/** The voice of the reports, and where the firm has a way or words of its own. */
export function FirmWays({ book }: { book: BookAnswer }) {
  const { rules, keep, error } = useFirm()
  const views = rules.views.flatMap(({ decision, view }) => {
    const found = book.decisions.find(({ key }) => key === decision)
    const words = found?.views.find(({ key }) => key === view)?.words
    return found && words ? [{ key: decision, name: found.matter, words }] : []
  })
  const phrases = rules.phrases.flatMap(({ condition, means }) => {
    const found = book.conditions.find(({ code }) => code === condition)
    return found ? [{ code: condition, name: found.name, means }] : []
  })
  return (
    <Box className="k-sheet" mt="3" as="section" aria-label="Firm defaults">
      <Choice
        label="Voice of the firm’s reports"
        value={rules.voice ?? 'plain'}
        options={voices}
        onChange={(voice) => keep({ voice })}
      />
      {views.length > 0 && (
        <Part title="Firm views">
          <Lines
            of={views.map(({ key, name, words }) => (
              <span key={key}>
                <Link to={`/book/decision/${key}`}>{name}</Link>: {words}
              </span>
            ))}
          />
        </Part>
      )}
      {phrases.length > 0 && (
        <Part title="Firm wording">
          <Lines
            of={phrases.map(({ code, name, means }) => (
              <span key={code}>
                <Link to={`/book/condition/${code}`}>{name}</Link>: {means}
              </span>
            ))}
          />
        </Part>
      )}
      <FirmConditions conditions={rules.conditions ?? []} onChange={(conditions) => keep({ conditions })} />
      {error !== null && <Trouble error={error} />}
    </Box>
  )
}

/** What the firm says a condition means, whenever it is found; empty: the book's words. */
export function FirmPhrase({ code }: { code: string }) {
  const { rules, keep, error } = useFirm()
  const own = rules.phrases.find(({ condition }) => condition === code)?.means ?? ''
  const set = (typed: string) => {
    const others = rules.phrases.filter(({ condition }) => condition !== code)
    const means = typed.trim()
    keep({ phrases: means ? [...others, { condition: code, means }] : others })
  }
  return (
    <Part title="The firm’s wording">
      <TypedAnswer
        key={own}
        label="Used whenever it is found"
        typed={own}
        onKeep={set}
        placeholder="the rule book’s wording"
      />
      {error !== null && <Trouble error={error} />}
      <Text fontSize="sm" color="faint">
        Wording of a single finding is changed there.
      </Text>
    </Part>
  )
}
