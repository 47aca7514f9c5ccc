import { Button, Flex, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { DetailFact, PlanAnswer } from '../../api/types'
import { TypedAnswer } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { number } from '../../shared/roofPlan/planMath'
import { type DetailKind, detailMarks, detailName, detailNames, stationOf } from '../../shared/roofPlan/planWords'
import type { PlanScene, PlanWork } from '../../shared/roofPlan/roofPlan'
import { DetailPhotos } from './DetailPhotos'
import { GutterFields, SizeField, sizeFieldsOf } from './DetailSizes'

type Props = {
  scene: PlanScene
  answer: PlanAnswer
  work: PlanWork
  kind: DetailKind | null
  onKind: (kind: DetailKind | null) => void
  chosen: string | null
  onChoose: (id: string | null) => void
}

/** Kinds to put on the plan by a tap, and the chosen detail to be measured. */
export function DetailsPanel({ scene, answer, work, kind, onKind, chosen, onChoose }: Props) {
  const detail = scene.details.find(({ id }) => id === chosen)
  return (
    <Stack gap="3">
      <Text>
        {kind
          ? `Tap the plan where the ${detailNames[kind].toLowerCase()} is.`
          : 'Choose what it is, then tap its place. Arrow keys move the chosen one by an inch, with Shift by a foot.'}
      </Text>
      <SimpleGrid columns={{ base: 4, lg: 4 }} gap="1">
        {(Object.keys(detailNames) as DetailKind[]).map((key) => (
          <button
            key={key}
            type="button"
            className="k-key k-kindkey"
            data-on={key === kind || undefined}
            aria-pressed={key === kind}
            onClick={() => onKind(key === kind ? null : key)}
          >
            <svg viewBox="-9 -9 18 18" width="26" height="26" aria-hidden="true">
              <path d={detailMarks[key]} />
            </svg>
            {detailNames[key]}
          </button>
        ))}
      </SimpleGrid>
      {detail && (
        <DetailFields key={detail.id} scene={scene} answer={answer} detail={detail} work={work} onChoose={onChoose} />
      )}
    </Stack>
  )
}

const yesNo = { yes: 'Yes', no: 'No', unknown: 'Not looked' } as const
type YesNo = keyof typeof yesNo
const toBool = (value: YesNo) => (value === 'unknown' ? null : value === 'yes')
const fromBool = (value: boolean | null | undefined): YesNo => (value == null ? 'unknown' : value ? 'yes' : 'no')

function DetailFields({
  scene,
  answer,
  detail,
  work,
  onChoose,
}: {
  scene: PlanScene
  answer: PlanAnswer
  detail: DetailFact
  work: PlanWork
  onChoose: (id: string | null) => void
}) {
  const placed = answer.details.find(({ id }) => id === detail.id)
  const letter = scene.slopes.find(({ id }) => id === detail.spot.slopeId)?.letter ?? '?'
  // Of the detail as it is when its turn comes: what was typed a moment ago, and is not drawn yet, stays.
  const change = async (fields: (now: DetailFact) => Partial<DetailFact>) => {
    await work.perform((scene) =>
      scene.details
        .filter(({ id }) => id === detail.id)
        .map((now) => ({ kind: 'detail', fact: { ...now, ...fields(now) } })),
    )
    return null
  }
  const keep = (fields: Partial<DetailFact>) => change(() => fields)
  const nudge = (along: number, up: number) =>
    change(({ spot }) => ({ spot: { ...spot, along: spot.along + along, up: spot.up + up } }))
  const sized = detail.kind === 'chimney' || detail.kind === 'curb' || detail.kind === 'skylight'
  const station = stationOf(detail.kind)
  return (
    <Stack gap="3" borderTopWidth="3px" borderColor="copper" pt="3">
      <Heading as="h2" size="md">
        {detailName(detail.kind)} on slope {letter}
      </Heading>
      {placed?.onSlope ? (
        answer.measured && (
          <Text>
            {placed.eaveFeet != null && `${number(placed.eaveFeet, 1)} ft up from the eave`}
            {placed.ridgeFeet != null && `, ${number(placed.ridgeFeet, 1)} ft below the top`} along the slope.
          </Text>
        )
      ) : (
        <Text color="fg.error">
          It is off its slope. Choose its kind above and tap where it is, or move it with the arrows.
        </Text>
      )}
      <SimpleGrid columns={2} gap="3">
        <TypedAnswer key={detail.name} label="Name" typed={detail.name ?? ''} onKeep={(name) => void keep({ name })} />
        {sizeFieldsOf(detail.kind).map(([size, label]) => (
          <SizeField key={size} detail={detail} size={size} label={label} keep={keep} />
        ))}
      </SimpleGrid>
      {sized && (
        <Choice
          label="Cricket above it"
          value={fromBool(detail.cricket)}
          options={yesNo}
          onChange={(value) => void keep({ cricket: toBool(value) })}
        />
      )}
      {detail.kind === 'wallEnd' && (
        <Choice
          label="Kick-out at this end"
          value={fromBool(detail.kickOut)}
          options={yesNo}
          onChange={(value) => void keep({ kickOut: toBool(value) })}
        />
      )}
      {detail.kind === 'downspout' && <GutterFields detail={detail} keep={keep} />}
      {scene.visitId && <DetailPhotos detail={detail} />}
      <Flex gap="2" wrap="wrap">
        {(
          [
            ['Left 1 in', -1, 0],
            ['Right 1 in', 1, 0],
            ['Up 1 in', 0, 1],
            ['Down 1 in', 0, -1],
          ] as const
        ).map(([words, along, up]) => (
          <Button key={words} variant="outline" onClick={() => nudge(along, up)}>
            {words}
          </Button>
        ))}
        <Button
          variant="outline"
          onClick={async () => {
            onChoose(null)
            await work.perform([{ kind: 'detail', fact: detail, deleted: true }])
          }}
        >
          Remove it
        </Button>
        {scene.visitId && (
          <Button asChild colorPalette="verdigris">
            <Link to={`${scene.base}/findings/new?station=${station}&slope=${detail.spot.slopeId}&detail=${detail.id}`}>
              New finding on it
            </Link>
          </Button>
        )}
      </Flex>
    </Stack>
  )
}
