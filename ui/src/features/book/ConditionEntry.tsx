import { Box, Image, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer, Condition } from '../../api/types'
import { Caution } from '../../shared/States'
import { upperFirst } from '../../shared/sentences'
import { WhenFirmKnown } from '../../shared/WhenFirmKnown'
import { photoRoles, sourceClasses } from '../../shared/words'
import { drawingOf } from './drawings'
import { Lines, Logic, Part, Title, Touched } from './EntryParts'
import { FirmPhraseField, FirmRemedyField, FirmWordsField } from './FirmEntry'
import { TryValues } from './TryValues'

/** Its repair on coverings where that is another matter. */
function OtherWays({ book, condition }: { book: BookAnswer; condition: Condition }) {
  const ways = book.coveringRemedies.filter(({ conditions }) => conditions.includes(condition.code))
  if (ways.length === 0) return null
  return (
    <Part title="On other coverings">
      {ways.map((way) => (
        <Box key={way.key} mt="2">
          <Text>
            {upperFirst(
              way.kinds
                .map((kind) => book.coverings.find((covering) => covering.kind === kind)?.name ?? kind)
                .join(', '),
            )}
            {way.title && (
              <>
                : <strong>{way.title}</strong>
              </>
            )}
          </Text>
          <Lines of={way.steps} />
        </Box>
      ))}
    </Part>
  )
}

export function ConditionEntry({ book, condition }: { book: BookAnswer; condition: Condition }) {
  const stations = condition.stations.map((key) => book.stations.find((other) => other.key === key)?.name ?? key)
  const decisions = book.decisions.filter((decision) => decision.conditions.includes(condition.code))
  const together = book.combinations.filter((combination) =>
    combination.needs.some((need) => need.seen?.includes(condition.code)),
  )
  const element = book.elements.find(({ key }) => key === condition.element)
  const alike = book.lookAlikes.flatMap(({ conditions, test }) => {
    const other = conditions.includes(condition.code) && conditions.find((code) => code !== condition.code)
    const found = other && book.conditions.find(({ code }) => code === other)
    return found ? [{ code: found.code, name: found.name, test }] : []
  })
  const drawing = drawingOf(condition.code)
  const photos = [
    ...(condition.shots ?? []),
    ...(condition.photosDue ?? []).map((role) => photoRoles[role].toLowerCase()),
  ]
  return (
    <>
      <Title
        name={condition.name}
        under={`${element ? `${element.name} · ` : ''}${stations.join(', ')} · ${condition.families?.join(', ') ?? 'any covering'} · ${sourceClasses[condition.sourceClass]}`}
      />
      {drawing && <Image src={drawing} alt={`${condition.name}, drawn`} className="k-drawing" />}
      {condition.caution && <Caution>{condition.caution}</Caution>}
      <Text mt="2">{condition.sees}</Text>
      <Text>
        <strong>Check:</strong> {condition.check}
      </Text>
      <Text>
        <strong>Meaning:</strong> {condition.meaning}
      </Text>
      <TryValues book={book} condition={condition} />
      <Logic id={condition.code} kind="condition" />
      {(condition.lookAlikes || alike.length > 0) && (
        <Part title="Look-alikes">
          <Lines
            of={[
              ...alike.map(({ code, name, test }) => (
                <span key={code}>
                  <Link to={`/book/condition/${code}`}>{name}</Link>: {test}
                </span>
              )),
              ...(condition.lookAlikes ?? []),
            ]}
          />
        </Part>
      )}
      {condition.causes && (
        <Part title="Likely causes">
          <Text>{upperFirst(condition.causes.join('; '))}.</Text>
        </Part>
      )}
      <Part title={condition.remedy.title}>
        <Lines of={condition.remedy.steps} />
        {condition.remedy.notARepair && (
          <Text className="k-unfit">Not an acceptable repair: {condition.remedy.notARepair}</Text>
        )}
        {condition.trade && <Text>Other trade: {condition.trade}.</Text>}
      </Part>
      <OtherWays book={book} condition={condition} />
      {photos.length > 0 && (
        <Part title="Photos due">
          <Text>{photos.join('; ')}.</Text>
        </Part>
      )}
      {(decisions.length > 0 || together.length > 0) && (
        <Part title="See also">
          <Lines
            of={[
              ...decisions.map((decision) => (
                <Link key={decision.key} to={`/book/decision/${decision.key}`}>
                  {decision.matter}
                </Link>
              )),
              ...together.map((combination) => (
                <Link key={combination.id} to={`/book/combination/${combination.id}`}>
                  {combination.name}
                </Link>
              )),
            ]}
          />
        </Part>
      )}
      <WhenFirmKnown>
        <FirmPhraseField code={condition.code} />
        <FirmRemedyField condition={condition} />
        <FirmWordsField code={condition.code} />
      </WhenFirmKnown>
      <Touched book={book} codes={[condition.code]} />
    </>
  )
}
