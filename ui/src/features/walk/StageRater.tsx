import { Box, Button, Flex, SimpleGrid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { ComponentFact, ComponentKind, SlopeFact, StageFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { coveringOn } from '../../shared/covering'
import { useRecord } from '../../shared/facts'
import { StagePicture } from '../../shared/marks/StagePicture'
import { placeId } from '../../shared/placeId'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { type StageSaying, sayingOf, sharesOf } from './stageShares'

const stages = [0, 1, 2, 3, 4] as const
const percents = { '0': 'no', '5': '5%', '10': '10%', '20': '20%', '40': '40%' } as const

/** The layer that keeps the water out under a covering: the one recorded, else the usual one. */
function keeperOn(
  components: ComponentFact[],
  slopeId: string,
  kinds: ComponentKind[],
  usual: string | null | undefined,
) {
  const kindOf = (key: string) => kinds.find((kind) => kind.key === key)
  const recorded = components
    .filter((component) => component.slopeId === slopeId && !component.endedOn)
    .map(({ kind }) => kindOf(kind))
    .find((kind) => kind?.job === 'keepsWaterOut' && kind.part === 'governs')
  return recorded ?? (usual ? kindOf(usual) : undefined)
}

/** The slope's condition by a strip of pictures: one tap says the whole slope, further taps that a part of it is worse. */
export function StageRater({ slope, keeper }: { slope: SlopeFact; keeper?: boolean }) {
  const { visit, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const [finer, setFiner] = useState(false)
  const covering = coveringOn(visit.facts.coverings, slope.id, visit.facts.asOf)
  const about = book.coverings.find((other) => other.kind === covering?.kind)
  // Of a two-part system the covering is rated as itself, the layer that keeps the water out as the slope.
  const componentId = about?.keepsWaterOut && !keeper ? (covering?.id ?? null) : null
  const fact = visit.facts.stages.find(
    (stage) => stage.slopeId === slope.id && (stage.componentId ?? null) === componentId,
  )
  if (!about) return <Text color="faint">Record what covers slope {slope.letter} to rate it.</Text>
  const layer = keeper
    ? keeperOn(visit.facts.components ?? [], slope.id, book.components, about.keepsWaterOut)
    : undefined
  if (keeper && !layer) return null
  const looks = layer?.stageLooks ?? about.stageLooks
  const what = layer ? layer.name : about.keepsWaterOut ? about.name : ''
  const saying = fact ? sayingOf(fact.shares) : null
  const say = (next: StageSaying) => {
    const stage: StageFact = {
      id: fact?.id ?? placeId('stage', visit.visit.id, slope.id, ...(componentId ? [componentId] : [])),
      visitId: visit.visit.id,
      slopeId: slope.id,
      shares: sharesOf(next),
      componentId,
    }
    record.mutate([{ kind: 'stage', fact: stage }])
  }
  const setWorse = (percent: string) => {
    if (!saying) return
    const stage = Math.min(4, saying.most + 1)
    say({
      ...saying,
      worse:
        percent === '0'
          ? null
          : { stage: saying.worse?.stage ?? stage, percent: Number(percent), local: saying.worse?.local ?? false },
    })
  }
  return (
    <Box mt="3">
      <fieldset className="k-fieldset">
        <Text as="legend" className="k-label">
          Stage of most of slope {slope.letter}
          {what && `: ${what}`}
        </Text>
        <SimpleGrid columns={5} gap="1.5">
          {stages.map((stage) => (
            <label
              key={stage}
              className="k-stagekey"
              data-on={saying?.most === stage || undefined}
              title={looks[stage]}
            >
              <input
                type="radio"
                name={`stage-${slope.id}-${componentId ?? ''}`}
                aria-label={`${stage}`}
                checked={saying?.most === stage}
                onChange={() => say({ most: stage, worse: null })}
              />
              <StagePicture family={about.family} stage={stage} />
              <span>{stage}</span>
            </label>
          ))}
        </SimpleGrid>
      </fieldset>
      {saying && (
        <Flex gap="2" align="baseline" mt="1" wrap="wrap">
          <Text fontSize="sm" flex="1" minW="12rem">
            {looks[saying.most]}.
          </Text>
          {saying.most < 4 && !finer && !saying.worse && (
            <Button size="sm" variant="outline" onClick={() => setFiner(true)}>
              Part of it worse
            </Button>
          )}
        </Flex>
      )}
      {saying && saying.most < 4 && (finer || saying.worse) && (
        <Flex gap="4" mt="2" wrap="wrap" align="end">
          <Choice
            label="Part of it worse?"
            value={String(saying.worse?.percent ?? 0) as keyof typeof percents}
            options={percents}
            onChange={setWorse}
          />
          {saying.worse && <WorsePart saying={saying} worse={saying.worse} onSay={say} />}
        </Flex>
      )}
      {saying?.worse && (
        <Text fontSize="sm" mt="1">
          {saying.worse.percent}%: {looks[saying.worse.stage]?.toLowerCase()}.
        </Text>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

type WorseProps = {
  saying: StageSaying
  worse: NonNullable<StageSaying['worse']>
  onSay: (saying: StageSaying) => void
}

function WorsePart({ saying, worse, onSay }: WorseProps) {
  const choices = Object.fromEntries(
    [1, 2, 3, 4].filter((stage) => stage > saying.most).map((stage) => [String(stage), String(stage)]),
  )
  return (
    <>
      <Choice
        label="at stage"
        value={String(worse.stage)}
        options={choices}
        onChange={(stage) => onSay({ ...saying, worse: { ...worse, stage: Number(stage) } })}
      />
      <Choice
        label="The wear is"
        value={worse.local ? 'local' : 'general'}
        options={{ general: 'Widespread', local: 'Local, with its own cause' }}
        onChange={(kind) => onSay({ ...saying, worse: { ...worse, local: kind === 'local' } })}
      />
    </>
  )
}
