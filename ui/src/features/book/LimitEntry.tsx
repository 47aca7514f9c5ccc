import { Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer, Limit } from '../../api/types'
import { upperFirst } from '../../shared/sentences'
import { WhenFirmKnown } from '../../shared/WhenFirmKnown'
import { sourceClasses } from '../../shared/words'
import { Lines, Logic, Part, Title, Touched } from './EntryParts'
import { FirmLimitField } from './FirmEntry'

export function LimitEntry({ book, limit }: { book: BookAnswer; limit: Limit }) {
  const quantity = book.quantities.find(({ id }) => id === limit.quantity)
  const conditions = book.conditions.filter((condition) => condition.quantity === limit.quantity)
  const kinds = (limit.kinds ?? []).map((kind) => book.coverings.find((other) => other.kind === kind)?.name ?? kind)
  return (
    <>
      <Title
        name={upperFirst(`${quantity?.name ?? limit.quantity}: ${book.limitTexts[limit.id] ?? ''}`)}
        under={`${limit.source} · ${sourceClasses[limit.sourceClass]}`}
      />
      <Text mt="2">{limit.why}</Text>
      <Text>
        <strong>Measured:</strong> {quantity?.howToMeasure}
      </Text>
      <Text>
        <strong>For:</strong> {kinds.length > 0 ? kinds.join(', ') : 'any covering'}
      </Text>
      <Logic id={limit.id} kind="limit" />
      {limit.sourceClass === 'published' && (
        <Text mt="2" fontSize="sm" color="faint">
          Published values were recorded from memory: the locally adopted code and the manufacturer’s instructions
          govern.
        </Text>
      )}
      <Part title="Conditions evaluated by it, with keys to try values">
        <Lines
          of={conditions.map((condition) => (
            <Link key={condition.code} to={`/book/condition/${condition.code}`}>
              {condition.name}
            </Link>
          ))}
        />
      </Part>
      <WhenFirmKnown>
        <FirmLimitField limit={limit} quantity={quantity} />
      </WhenFirmKnown>
      <Touched book={book} codes={conditions.map(({ code }) => code)} />
    </>
  )
}
