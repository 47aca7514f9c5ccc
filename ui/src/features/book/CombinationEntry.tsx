import { Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer, Combination } from '../../api/types'
import { sourceClasses } from '../../shared/words'
import { Lines, Logic, Part, Title, Touched } from './EntryParts'

export function CombinationEntry({ book, combination }: { book: BookAnswer; combination: Combination }) {
  const codes = combination.needs.flatMap((need) => need.seen ?? [])
  return (
    <>
      <Title name={combination.name} under={`Meaningful only together · ${sourceClasses[combination.sourceClass]}`} />
      <Text mt="2">{combination.means}</Text>
      <Text>
        <strong>To find out:</strong> {combination.settle}
      </Text>
      <Logic id={combination.id} />
      <Part title="Its parts">
        <Lines
          of={codes.map((code) => (
            <Link key={code} to={`/book/condition/${code}`}>
              {book.conditions.find((other) => other.code === code)?.name}
            </Link>
          ))}
        />
      </Part>
      <Touched book={book} codes={codes} />
    </>
  )
}
