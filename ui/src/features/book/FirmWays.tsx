import { Box, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer } from '../../api/types'
import { TypedAnswer } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'
import { Lines, Part } from './EntryParts'
import { FirmConditions } from './FirmConditions'

const voices = { plain: 'Plain', technical: 'For roofers' } as const

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
  const named = (code: string) => book.conditions.find((condition) => condition.code === code)?.name ?? code
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
      {(rules.remedies ?? []).length > 0 && (
        <Part title="Firm remedies">
          <Lines
            of={(rules.remedies ?? []).map(({ condition, title }) => (
              <span key={condition}>
                <Link to={`/book/condition/${condition}`}>{named(condition)}</Link>: {title}
              </span>
            ))}
          />
        </Part>
      )}
      {(rules.limits ?? []).length > 0 && (
        <Part title="Firm limits">
          <Lines
            of={(rules.limits ?? []).map(({ limitId, least, most, source }) => (
              <span key={limitId}>
                <Link to={`/book/limit/${limitId}`}>{book.limitTexts[limitId] ?? limitId}</Link>: the firm’s value{' '}
                {[least != null && `at least ${least}`, most != null && `at most ${most}`].filter(Boolean).join(', ')}
                {source && ` (${source})`}
              </span>
            ))}
          />
        </Part>
      )}
      {(rules.words ?? []).length > 0 && (
        <Part title="Firm search words">
          <Lines
            of={(rules.words ?? []).map(({ condition, words }) => (
              <span key={condition}>
                <Link to={`/book/condition/${condition}`}>{named(condition)}</Link>: {words.join(', ')}
              </span>
            ))}
          />
        </Part>
      )}
      <FirmConditions book={book} rules={rules} onChange={keep} />
      {rules.version != null && (
        <Text fontSize="sm" color="faint" mt="2">
          Firm version {rules.version}
          {rules.changedBy && `, last changed by ${rules.changedBy}`}.
        </Text>
      )}
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
