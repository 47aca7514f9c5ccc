import { Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { BookAnswer, Decision } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'
import { WhenFirmKnown } from '../../shared/WhenFirmKnown'
import { sourceClasses } from '../../shared/words'
import { Lines, Part, Title, Touched } from './EntryParts'

/** A matter on which practice differs: the fact that decides, the views, and the firm's own where the fact is not known. */
export function DecisionEntry({ book, decision }: { book: BookAnswer; decision: Decision }) {
  const { rules, keep, error } = useFirm()
  const own = rules.views.find((view) => view.decision === decision.key)?.view ?? decision.firm
  const choose = (view: string) => {
    const others = rules.views.filter((other) => other.decision !== decision.key)
    keep({ views: [...others, { decision: decision.key, view }] })
  }
  const view = (key: string) => decision.views.find((other) => other.key === key)?.words ?? key
  const option = (key: string) => decision.options.find((other) => other.key === key)?.words ?? key
  return (
    <>
      <Title
        name={decision.matter}
        under={`${decision.disputed !== false ? 'Practice differs' : 'A fact decides'} · ${sourceClasses[decision.sourceClass ?? 'commonPractice']}`}
      />
      <Part title={(decision.from ?? 'asked') === 'asked' ? 'Asked on the finding' : 'Known from the records'}>
        <Text>{decision.ask}</Text>
        <Lines of={decision.by.map((rule) => `${rule.is.map(option).join(' or ')}: ${view(rule.view)}.`)} />
        <Text fontSize="sm">To find out: {decision.settle}</Text>
      </Part>
      <Part title="The firm’s default">
        <WhenFirmKnown>
          <Choice
            label="Where the fact is not known"
            value={own}
            options={Object.fromEntries(decision.views.map(({ key, words }) => [key, words]))}
            onChange={choose}
          />
        </WhenFirmKnown>
        {error !== null && <Trouble error={error} />}
      </Part>
      <Part title="Affects">
        <Lines
          of={decision.conditions.map((code) => (
            <Link key={code} to={`/book/condition/${code}`}>
              {book.conditions.find((other) => other.code === code)?.name}
            </Link>
          ))}
        />
      </Part>
      <Touched book={book} codes={decision.conditions} />
    </>
  )
}
