import { Box, Flex, Input, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { OptionsAnswer, OwnerTerms, RoofOption } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { commissionWith } from '../../shared/commission'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { money } from '../../shared/money'
import { Loading, Trouble } from '../../shared/States'
import { lowerFirst } from '../../shared/sentences'
import { useVisitContext } from '../../shared/visitContext'
import { OwnerReply } from './OwnerReply'

/** What the owner can choose between, side by side; worked out once it is opened. */
export function OptionsPanel() {
  const { assessment } = useVisitContext()
  const [open, setOpen] = useState(false)
  if (!assessment.cost) return null
  return (
    <Box as="section" className="k-sheet" aria-label="Options">
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>Options for the owner: repair, re-roof now or later</summary>
        {open && <Options />}
      </details>
    </Box>
  )
}

function Options() {
  const { visit } = useVisitContext()
  const { answer, fresh, error, retry } = useCoreAnswer('options', visit.facts)
  if (error) return <Trouble error={error} onRetry={retry} />
  if (!answer) return <Loading what="options" />
  return (
    <Stack gap="4" pt="2" aria-busy={!fresh}>
      {answer.options.length === 0 ? <Text>{answer.whyNone}</Text> : <SideBySide answer={answer} />}
      {answer.notes.map((note) => (
        <Text key={note}>{note}</Text>
      ))}
      {answer.options.length > 0 && (
        <>
          <Terms terms={answer.terms} />
          <Text fontSize="sm" color="faint">
            {answer.words} {answer.whyNot} {answer.whyNot && <Link to="/prices">Price list</Link>}
          </Text>
        </>
      )}
    </Stack>
  )
}

function SideBySide({ answer }: { answer: OptionsAnswer }) {
  const { options, terms } = answer
  const most = Math.max(...options.map(({ over, today }) => Math.max(over.high, today.high)))
  const over = `Over ${terms.years} ${terms.years === 1 ? 'year' : 'years'}`
  return (
    <>
      <Text>
        {answer.compared} {answer.breakEven}
      </Text>
      {answer.ifNothing && <Text>{answer.ifNothing}</Text>}
      <SimpleGrid columns={{ base: 1, lg: options.length === 3 ? 3 : 2 }} gap="4">
        {options.map((option) => (
          <Option key={option.kind} option={option} over={over} most={most} />
        ))}
      </SimpleGrid>
    </>
  )
}

function Option({ option, over, most }: { option: RoofOption; over: string; most: number }) {
  const {
    kind,
    title,
    planned,
    today,
    over: cost,
    perYear,
    yearsWords,
    jobs,
    later,
    undone,
    undoneWords,
    warranty,
  } = option
  const { assessment } = useVisitContext()
  const reply = assessment.replies?.findLast((other) => other.option === kind)
  return (
    <Stack as="section" gap="1" aria-label={title} borderTopWidth="2px" borderColor="ink" pt="2">
      <Text fontWeight="bold">
        {title}
        {planned && (
          <Text as="span" fontSize="sm" color="verdigris">
            {' · plan of work'}
          </Text>
        )}
      </Text>
      <Figure label="Now" words={today.words}>
        <Bar className="k-option-now" from={0} to={today.likely} most={most} />
      </Figure>
      <Figure label={over} words={cost.words}>
        <Bar className="k-option-range" from={cost.low} to={cost.high} at={cost.likely} most={most} />
      </Figure>
      <Text fontSize="sm">About {money(perYear)} a year.</Text>
      <Text fontSize="sm">{yearsWords}.</Text>
      {undoneWords && <Text fontSize="sm">{undoneWords}</Text>}
      <Text fontSize="sm">Warranty: {lowerFirst(warranty)}</Text>
      <details>
        <summary>What is done and when</summary>
        <Lines
          title="Now"
          lines={jobs.map(({ title: job, place, cost: words }) =>
            [job, place, words || 'not priced'].filter(Boolean).join(' · '),
          )}
        />
        <Lines title="Later" lines={later} />
        <Lines title="Not done" lines={undone} />
      </details>
      <OwnerReply asked={{ title, option: kind }} reply={reply} />
    </Stack>
  )
}

function Figure({ label, words, children }: { label: string; words: string; children: React.ReactNode }) {
  return (
    <Box>
      <Text>
        {label}: <strong>{words}</strong>
      </Text>
      {children}
    </Box>
  )
}

type BarProps = { className: string; from: number; to: number; at?: number; most: number }

/** Money as length, alike for all options; the figures stand above it. */
function Bar({ className, from, to, at, most }: BarProps) {
  const share = (amount: number) => `${(Math.max(0, amount) / most) * 100}%`
  return (
    <Box className="k-option-bar" aria-hidden>
      <Box className={className} style={{ left: share(from), width: share(to - Math.max(0, from)) }} />
      {at !== undefined && <Box className="k-option-likely" style={{ left: share(at) }} />}
    </Box>
  )
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  if (lines.length === 0) return null
  return (
    <Box mt="2">
      <Text fontWeight="bold" fontSize="sm">
        {title}
      </Text>
      <Stack as="ul" gap="1" listStyleType="none">
        {lines.map((line) => (
          <Text as="li" key={line} fontSize="sm">
            {line}
          </Text>
        ))}
      </Stack>
    </Box>
  )
}

const fields = [
  { key: 'years', label: 'Years to look ahead', least: 1, most: 60, whole: true },
  { key: 'interestPercent', label: 'Interest, % a year', least: 0, most: 30 },
  { key: 'priceGrowthPercent', label: 'Price growth, % a year', least: 0, most: 30 },
  { key: 'worthLeftPercent', label: 'Worth left at the end that counts, %', least: 0, most: 100 },
  { key: 'workmanshipYears', label: 'Workmanship warranty, years', least: 0, most: 100, whole: true, open: true },
  { key: 'manufacturerYears', label: 'Manufacturer’s warranty, years', least: 0, most: 100, whole: true, open: true },
] as const

/** How the owner values later money; kept with the visit when a field is left, and what cannot be is named and not kept. */
function Terms({ terms }: { terms: OwnerTerms }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const { commission } = visit.visit
  const keep = (changed: Partial<OwnerTerms>) =>
    record.mutate([
      {
        kind: 'visit',
        fact: {
          ...visit.visit,
          commission: commissionWith(commission, { terms: { ...commission?.terms, ...changed } }),
        },
      },
    ])
  return (
    <Stack gap="2">
      <Flex gap="4" wrap="wrap" align="start">
        {fields.map((field) => (
          <Term key={`${field.key}-${terms[field.key]}`} field={field} value={terms[field.key] ?? null} onKeep={keep} />
        ))}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

type TermProps = {
  field: (typeof fields)[number]
  /** Null: nothing was entered, which only a field that may stay open can be. */
  value: number | null
  onKeep: (changed: Partial<OwnerTerms>) => void
}

function Term({ field, value, onKeep }: TermProps) {
  const [typed, setTyped] = useState(`${value ?? ''}`)
  const whole = 'whole' in field
  const cleared = 'open' in field && typed.trim() === ''
  const figure = cleared ? null : typed.trim() === '' ? Number.NaN : Number(typed.replace('%', ''))
  const fault =
    figure === null || (figure >= field.least && figure <= field.most && (!whole || Number.isInteger(figure)))
      ? null
      : `Enter ${whole ? 'a whole number' : 'a number'} from ${field.least} to ${field.most}.`
  return (
    <Box>
      <Labelled label={field.label}>
        <Input
          inputMode={whole ? 'numeric' : 'decimal'}
          width="8rem"
          value={typed}
          aria-invalid={fault !== null}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={() => !fault && figure !== value && onKeep({ [field.key]: figure })}
        />
      </Labelled>
      {fault && (
        <Text role="alert" fontSize="sm" color="fg.error" maxW="14rem">
          Not saved. {fault}
        </Text>
      )}
    </Box>
  )
}
