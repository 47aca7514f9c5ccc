import { Box, Heading, Text } from '@chakra-ui/react'
import { Children, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { BookAnswer, LogicRequest } from '../../api/types'
import { useCore } from '../../core/useCore'
import { useTouched } from '../../shared/queries'
import { dayText } from '../../shared/words'

export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="section" mt="3" aria-label={title}>
      <Text className="k-label">{title}</Text>
      {children}
    </Box>
  )
}

export function Title({ name, under }: { name: string; under: string }) {
  return (
    <Box>
      <Heading as="h2" size="lg">
        {name}
      </Heading>
      <Text color="faint">{under}</Text>
    </Box>
  )
}

export function Lines({ of }: { of: ReactNode[] }) {
  return (
    <Box as="ul" className="k-limits">
      {Children.map(of, (line) => (
        <li>{line}</li>
      ))}
    </Box>
  )
}

/** The logic of the engine in words. */
export function Logic({ id, kind }: LogicRequest) {
  const logic = useCore('logic', { id, kind })
  return (
    <Part title="How it is evaluated">
      {logic ? <Lines of={logic.lines} /> : <Text color="faint">Loading the rules…</Text>}
    </Part>
  )
}

/** Findings on file that a rule touches. */
export function Touched({ book, codes }: { book: BookAnswer; codes: string[] }) {
  const touched = useTouched(codes.join(','))
  if (touched.isError) return <Part title="On file">Offline: saved findings cannot be counted.</Part>
  if (!touched.data) return <Part title="On file">Counting …</Part>
  const { count, findings } = touched.data
  return (
    <Part title="On file">
      <Text>{count === 0 ? 'No saved finding is affected.' : `${count} ${count === 1 ? 'finding' : 'findings'}`}</Text>
      <Lines
        of={findings.map((finding) => (
          <Link key={finding.findingId} to={`/visits/${finding.visitId}/findings/${finding.findingId}`}>
            {finding.propertyName}
            {finding.slope && `, slope ${finding.slope}`}, {dayText(finding.on)}
            {codes.length > 1 &&
              `: ${book.conditions.find(({ code }) => code === finding.condition)?.name.toLowerCase()}`}
            {finding.measured && `, measured ${finding.measured}`}
          </Link>
        ))}
      />
    </Part>
  )
}
