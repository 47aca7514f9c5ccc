import { Box, Button, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { localIso } from '../../api/clock'
import type { LifeOpinionFact, School, SlopeAssessment } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { placeId } from '../../shared/placeId'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { schools } from './words'

const mostYears = 200

/** The three schools side by side: one tap states another one; figures of one's own want a reason. */
export function Schools({ slope }: { slope: SlopeAssessment }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const [own, setOwn] = useState(false)
  const { life } = slope
  const before = records.opinions?.find(({ slopeId }) => slopeId === slope.slopeId)
  if (!life) return null
  const say = (fields: Partial<LifeOpinionFact>) => {
    const fact: LifeOpinionFact = {
      id: before?.id ?? placeId('lifeOpinion', visit.visit.id, slope.slopeId),
      visitId: visit.visit.id,
      slopeId: slope.slopeId,
      school: before?.school ?? null,
      overruled: before?.overruled ?? null,
      reason: before?.reason ?? '',
      by: visit.visit.inspector,
      at: localIso(),
      ...fields,
    }
    record.mutate([{ kind: 'lifeOpinion', fact }])
  }
  return (
    <Box mt="3" borderTopWidth="1px" pt="2">
      <fieldset className="k-fieldset">
        <Text as="legend" className="k-label">
          Three methods{' '}
          <Text as="span" fontWeight="normal">
            low – most likely – high, years
          </Text>
        </Text>
        <Flex gap="2" wrap="wrap">
          {life.schools.map((answer) => {
            const school = answer.school as School
            const on = school === life.statedSchool && !life.overruled
            return (
              <label
                key={school}
                className="k-key k-school"
                data-on={on || undefined}
                data-off={!answer.left || undefined}
              >
                <input
                  type="radio"
                  name={`school-${slope.slopeId}`}
                  checked={on}
                  disabled={!answer.left}
                  onChange={() => say({ school, overruled: null, reason: '' })}
                />
                <span>
                  {schools[school]}
                  <br />
                  <span className="k-figures">
                    {answer.left
                      ? `${answer.left.low.toFixed(0)} – ${answer.left.likely.toFixed(0)} – ${answer.left.high.toFixed(0)}`
                      : answer.why}
                  </span>
                </span>
              </label>
            )
          })}
        </Flex>
      </fieldset>
      <Flex gap="3" mt="2" align="center" wrap="wrap">
        <Text fontSize="sm" color="faint" flex="1" minW="12rem">
          {life.overruled
            ? `Stated: figures of ${before?.by ?? 'the inspector'}; the three methods are in the appendix.`
            : life.statedSchool && `Stated: ${schools[life.statedSchool].toLowerCase()}, ${life.whySchool}.`}
        </Text>
        <Button variant="outline" size="md" onClick={() => setOwn(!own)} aria-expanded={own}>
          {life.overruled ? 'Change override' : 'Override'}
          <span className="k-hidden"> (slope {slope.letter})</span>
        </Button>
        {life.overruled && (
          <Button variant="outline" size="md" onClick={() => say({ overruled: null, reason: '' })}>
            Back to calculated
          </Button>
        )}
      </Flex>
      {own && (
        <OwnFigures
          slope={slope}
          before={before}
          onKeep={(fields) => {
            say(fields)
            setOwn(false)
          }}
        />
      )}
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

type OwnProps = {
  slope: SlopeAssessment
  before: LifeOpinionFact | undefined
  onKeep: (fields: Pick<LifeOpinionFact, 'overruled' | 'reason'>) => void
}

function OwnFigures({ slope, before, onKeep }: OwnProps) {
  const start = before?.overruled ?? slope.life?.stated
  const [figures, setFigures] = useState({
    low: start?.low.toFixed(0) ?? '',
    likely: start?.likely.toFixed(0) ?? '',
    high: start?.high.toFixed(0) ?? '',
  })
  const [reason, setReason] = useState(before?.reason ?? '')
  const read = (typed: string) => (/^\s*\d+([.,]\d)?\s*$/.test(typed) ? Number(typed.replace(',', '.')) : Number.NaN)
  const [low, likely, high] = [read(figures.low), read(figures.likely), read(figures.high)]
  const rises = low <= likely && likely <= high && high <= mostYears
  const names = { low: 'Low', likely: 'Most likely', high: 'High' } as const
  return (
    <Box mt="2">
      <Flex gap="2" wrap="wrap" align="end">
        {(Object.keys(names) as (keyof typeof names)[]).map((name) => (
          <Labelled key={name} label={`${names[name]}, years`}>
            <Input
              w="6rem"
              size="lg"
              inputMode="decimal"
              value={figures[name]}
              onChange={(event) => setFigures((old) => ({ ...old, [name]: event.target.value }))}
            />
          </Labelled>
        ))}
        <Labelled wide label="Why">
          <Input
            size="lg"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            placeholder="what Kalpa does not know"
          />
        </Labelled>
        <Button
          size="lg"
          colorPalette="verdigris"
          disabled={!rises || reason.trim() === ''}
          onClick={() => onKeep({ overruled: { low, likely, high }, reason: reason.trim() })}
        >
          Save override
        </Button>
      </Flex>
      {!rises && <Text color="fg.error">Enter years that rise from low to most likely to high.</Text>}
      {rises && reason.trim() === '' && <Text color="faint">Enter why: both figures are saved.</Text>}
    </Box>
  )
}
