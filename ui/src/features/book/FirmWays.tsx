import { Box, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer, LocalLimit } from '../../api/types'
import { Bound } from '../../shared/Bound'
import { Choice } from '../../shared/Choice'
import { Trouble } from '../../shared/States'
import { upperFirst } from '../../shared/sentences'
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
              <FirmLimit key={limitId} book={book} limitId={limitId} least={least} most={most} source={source} />
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

/** The firm's value beside the rule book's that it replaces. */
function FirmLimit({ book, limitId, least, most, source }: LocalLimit & { book: BookAnswer }) {
  const limit = book.limits.find(({ id }) => id === limitId)
  const quantity = book.quantities.find(({ id }) => id === limit?.quantity)
  return (
    <span>
      <Link to={`/book/limit/${limitId}`}>{upperFirst(quantity?.name ?? limitId)}</Link>:{' '}
      {quantity && <Bound quantity={quantity} least={least} most={most} />}
      {source && ` (${source})`}; the rule book has {book.limitTexts[limitId]}
    </span>
  )
}
