import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { LastingAnswer, LastingRequest, PlannedFact, PlannedKind, SlopeAssessment } from '../../api/types'
import { useCore } from '../../core/useCore'
import { ManyChoice } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { percentText } from '../../shared/words'
import { plannedKinds, verdictWords } from './words'

const horizon = { least: 1, most: 40 } as const
const usualYears: Record<PlannedKind, number> = { solar: 25, sale: 5, lease: 10, other: 10 }

/** A slider asks for every step; the core is asked once it rests. */
const RESTS_MS = 250

/** "Will it last N years?" for something planned: the chance, plainly yes, no or doubtful, and what to do first. */
export function LastingPanel() {
  const { visit, records, assessment } = useVisitContext()
  const record = useRecord(visit.heads)
  const kept = records.planned?.[0]
  const [firstId] = useState(newId)
  const [asked, setAsked] = useState<Asked>(() => askedOf(kept))
  const [rested, setRested] = useState(asked)
  useEffect(() => {
    const timer = setTimeout(() => setRested(asked), RESTS_MS)
    return () => clearTimeout(timer)
  }, [asked])
  const set = (fields: Partial<Asked>) => setAsked((old) => ({ ...old, ...fields }))
  const slopes = assessment.slopes.filter(({ lifeFacts }) => lifeFacts)
  const chosen = slopes.filter(({ letter }) => asked.letters.length === 0 || asked.letters.includes(letter))
  const covered = chosen.filter(({ figuresCovered }) => figuresCovered).map(({ letter }) => letter)
  const answer = useCore(
    'last-n-years',
    covered.length > 0 || chosen.length === 0 ? undefined : requestOf(rested, slopes),
  )
  const keep = () => {
    const fact: PlannedFact = {
      id: kept?.id ?? firstId,
      visitId: visit.visit.id,
      kind: asked.kind,
      years: asked.years,
      slopeIds: asked.letters.length === 0 ? [] : chosen.map(({ slopeId }) => slopeId),
      reroofPrice: money(asked.reroof),
      offAndOnPrice: money(asked.offAndOn),
      ratePercent: money(asked.rate),
    }
    record.mutate([{ kind: 'planned', fact }])
  }
  const letters = Object.fromEntries(slopes.map(({ letter }) => [letter, letter]))
  return (
    <Box className="k-sheet" as="section" aria-label="Will it last">
      <Flex gap="5" wrap="wrap" align="end">
        <Choice
          label="Planned"
          value={asked.kind}
          options={plannedKinds}
          onChange={(kind) => set({ kind, years: usualYears[kind] })}
        />
        <Box flex="1" minW="14rem">
          <label htmlFor="horizon" className="k-label">
            Will it last {asked.years} {asked.years === 1 ? 'year' : 'years'}?
          </label>
          <input
            id="horizon"
            type="range"
            min={horizon.least}
            max={horizon.most}
            value={asked.years}
            onChange={(event) => set({ years: Number(event.target.value) })}
            className="k-range"
            style={{ width: '100%' }}
          />
        </Box>
        {slopes.length > 1 && (
          <ManyChoice
            label="On slopes (none: all)"
            chosen={asked.letters}
            options={letters}
            onChange={(chosenLetters) => set({ letters: chosenLetters })}
          />
        )}
      </Flex>
      {asked.kind === 'solar' && <Prices asked={asked} onSet={set} />}
      {covered.length > 0 ? (
        <Text mt="3">Confirm slope {covered.join(', ')} first: the estimate is hidden until then.</Text>
      ) : (
        answer && <Answer answer={answer} />
      )}
      {covered.length === 0 && (
        <Button
          mt="3"
          variant="outline"
          onClick={keep}
          loading={record.isPending}
          disabled={sameAs(kept, asked) || [asked.reroof, asked.offAndOn, asked.rate].some(unread)}
        >
          {kept ? (sameAs(kept, asked) ? 'Included in report' : 'Update in report') : 'Include in report'}
        </Button>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )

  function askedOf(fact: PlannedFact | undefined): Asked {
    const wish = visit.visit.commission?.purpose === 'solar' ? 'solar' : 'sale'
    return {
      kind: fact?.kind ?? wish,
      years: fact?.years ?? usualYears[wish],
      letters: assessment.slopes.filter(({ slopeId }) => fact?.slopeIds.includes(slopeId)).map(({ letter }) => letter),
      reroof: fact?.reroofPrice?.toString() ?? '',
      offAndOn: fact?.offAndOnPrice?.toString() ?? '',
      rate: fact?.ratePercent?.toString() ?? '',
    }
  }

  function sameAs(fact: PlannedFact | undefined, now: Asked) {
    const read = (said: Asked) =>
      JSON.stringify([
        said.kind,
        said.years,
        [...said.letters].sort(),
        ...[said.reroof, said.offAndOn, said.rate].map(money),
      ])
    return fact !== undefined && read(askedOf(fact)) === read(now)
  }
}

type Asked = { kind: PlannedKind; years: number; letters: string[]; reroof: string; offAndOn: string; rate: string }

/** Money as typed: null when it is empty or no number. */
const money = (typed: string) => (/^\s*\d[\d,]*(\.\d+)?\s*$/.test(typed) ? Number(typed.replaceAll(',', '')) : null)

const unread = (typed: string) => typed.trim() !== '' && money(typed) === null

const requestOf = (asked: Asked, slopes: SlopeAssessment[]): LastingRequest => ({
  kind: asked.kind,
  years: asked.years,
  plannedId: null,
  reroofPrice: money(asked.reroof),
  offAndOnPrice: money(asked.offAndOn),
  ratePercent: money(asked.rate),
  slopes: slopes
    .filter(({ letter }) => asked.letters.length === 0 || asked.letters.includes(letter))
    .flatMap(({ slopeId, letter, fitness, lifeFacts }) =>
      lifeFacts ? [{ slopeId, letter, fitness: fitness?.state ?? null, facts: lifeFacts }] : [],
    ),
})

function Prices({ asked, onSet }: { asked: Asked; onSet: (fields: Partial<Asked>) => void }) {
  const fields = {
    reroof: 'Re-roof of these slopes, $',
    offAndOn: 'Remove and reinstall array once, $',
    rate: 'Discount rate per year, %',
  } as const
  return (
    <Flex gap="3" mt="3" wrap="wrap">
      {(Object.keys(fields) as (keyof typeof fields)[]).map((name) => (
        <Labelled key={name} label={fields[name]}>
          <Input
            w="11rem"
            inputMode="decimal"
            value={asked[name]}
            placeholder="not known"
            onChange={(event) => onSet({ [name]: event.target.value })}
            aria-invalid={unread(asked[name])}
          />
          {unread(asked[name]) && <Text color="fg.error">Type it as 14,000 or 3.5.</Text>}
        </Labelled>
      ))}
    </Flex>
  )
}

function Answer({ answer }: { answer: LastingAnswer }) {
  return (
    <Stack gap="2" mt="3" role="status">
      <Text fontSize="xl" fontWeight="bold" className={answer.verdict === 'no' ? 'k-unfit' : undefined}>
        {answer.headline}
      </Text>
      <Flex gap="2" wrap="wrap">
        {answer.slopes.map(({ slopeId, letter, chance, verdict }) => (
          <Text key={slopeId} className="k-chip">
            Slope {letter}: <strong>{verdictWords[verdict].toLowerCase()}</strong>
            {chance !== null && chance !== undefined && `, ${percentText(chance)}`}
          </Text>
        ))}
      </Flex>
      {answer.choice && <Text>{answer.choice.words}</Text>}
      {answer.first.length > 0 && (
        <Box>
          <Text className="k-label">First</Text>
          <ul className="k-list">
            {answer.first.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </Box>
      )}
    </Stack>
  )
}
