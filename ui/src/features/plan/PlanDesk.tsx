import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { Redo2, Undo2 } from 'lucide-react'
import { lazy, Suspense, useCallback, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import type { PlanAnswer, PlanFact } from '../../api/types'
import type { Change } from '../../shared/facts'
import { PlanBoard } from '../../shared/roofPlan/PlanBoard'
import { PlanDetails, PlanPins, PlanPonds } from '../../shared/roofPlan/PlanPins'
import { PlanRain } from '../../shared/roofPlan/PlanRain'
import { PlanShapes } from '../../shared/roofPlan/PlanShapes'
import { pointsOf } from '../../shared/roofPlan/planMath'
import type { DetailKind } from '../../shared/roofPlan/planWords'
import { type PlanScene, spotAt, useDrawn, usePlanAnswer, usePlanWork } from '../../shared/roofPlan/roofPlan'
import { Loading, Trouble } from '../../shared/States'
import { useShortcuts } from '../../shared/shortcuts'
import { newId } from '../../shared/uuid'
import { DetailsPanel } from './DetailsPanel'
import { IcePanel, usualDam } from './IcePanel'
import { MakePart } from './MakePart'
import { MeasuresPanel } from './MeasuresPanel'
import { NeedsPlace } from './NeedsPlace'
import { PlanHandles } from './PlanHandles'
import { RainPanel } from './RainPanel'
import { ShapePanel } from './ShapePanel'
import { useDetailDrag, useShapeDrag } from './useDrags'
import { useRain } from './useRain'

const Plan3d = lazy(() => import('./Plan3d'))

const modes = {
  shape: 'Shape',
  details: 'Details',
  measures: 'Measures',
  rain: 'Rain',
  ice: 'Ice',
  model: '3-D',
} as const
type Mode = keyof typeof modes

/** The roof plan: drawn, put right, measured. What it says is computed by the core while one draws. */
export function PlanDesk({ scene }: { scene: PlanScene }) {
  const work = usePlanWork(scene)
  const [mode, setMode] = useState<Mode>(scene.plan ? 'measures' : 'shape')
  const [adding, setAdding] = useState(false)
  const [dam, setDam] = useState<number>(usualDam)
  const [drawn, setDrawn] = useState<PlanFact | null>(null)
  const kept = usePlanAnswer(scene, mode === 'ice' ? dam : 0)
  const live = useDrawn(scene, drawn)
  const answer = (drawn && live) || kept.answer
  useShortcuts({
    z: { words: 'Undo', act: () => void work.undo() },
    y: { words: 'Redo', act: () => void work.redo() },
  })
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
      if (!(event.ctrlKey || event.metaKey) || inField || !/^[zy]$/i.test(event.key)) return
      event.preventDefault()
      void (event.key.toLowerCase() === 'y' || event.shiftKey ? work.redo() : work.undo())
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [work.undo, work.redo])
  const plan = scene.plan
  if (!plan || plan.parts.length === 0 || adding)
    return (
      <MakePart
        scene={scene}
        onMade={async (next, more) => {
          await work.changePlan(next, more)
          setAdding(false)
          setMode('shape')
        }}
        onCancel={adding ? () => setAdding(false) : undefined}
      />
    )
  if (!answer && kept.error) return <Trouble error={kept.error} onRetry={kept.retry} />
  if (!answer) return <Loading what="the plan’s measures" />
  return (
    <Stack gap="3">
      <Flex as="nav" aria-label="Plan" gap="1" overflowX="auto" pb="1">
        {(Object.entries(modes) as [Mode, string][]).map(([key, words]) => (
          <Button
            key={key}
            flex="none"
            px={{ base: '3', md: '4' }}
            variant={key === mode ? 'solid' : 'outline'}
            aria-pressed={key === mode}
            onClick={() => setMode(key)}
          >
            {words}
          </Button>
        ))}
      </Flex>
      {work.error && <Trouble error={work.error} />}
      {kept.error && <Trouble error={kept.error} onRetry={kept.retry} />}
      <Sheet
        scene={{ ...scene, plan: drawn ?? plan }}
        settled={scene}
        answer={answer}
        mode={mode}
        work={work}
        dam={dam}
        onDam={setDam}
        onDraw={setDrawn}
        onAdd={() => setAdding(true)}
      />
    </Stack>
  )
}

type SheetProps = {
  scene: PlanScene
  settled: PlanScene
  answer: PlanAnswer
  mode: Mode
  work: ReturnType<typeof usePlanWork>
  dam: number
  onDam: (inches: number) => void
  onDraw: (plan: PlanFact | null) => void
  onAdd: () => void
}

/** The drawing and, beside or below it, what can be done in this mode. */
function Sheet({ scene, settled, answer, mode, work, dam, onDam, onDraw, onAdd }: SheetProps) {
  const plan = scene.plan as PlanFact
  const shape = useShapeDrag({ settled, answer, work, onDraw })
  const [kind, setKind] = useState<DetailKind | null>(null)
  const [chosen, setChosen] = useState<string | null>(null)
  const [placing, setPlacing] = useState<string | null>(null)
  const [beside, setBeside] = useState(false)
  const rain = useRain(settled, mode === 'rain')
  const details = useDetailDrag({ settled, work, onChoose: setChosen })
  const navigate = useNavigate()
  const put = useCallback(
    async (x: number, y: number) => {
      if (!kind && !placing) return
      const spot = await spotAt(scene, { x, y })
      setBeside(!spot)
      if (!spot) return
      if (placing) {
        await work.perform((now) => [
          ...now.details
            .filter(({ id }) => id === placing)
            .map((detail): Change => ({ kind: 'detail', fact: { ...detail, spot } })),
          ...now.findings
            .filter(({ fact }) => fact.id === placing)
            .map(({ fact }): Change => ({ kind: 'finding', fact: { ...fact, spot, slopeId: spot.slopeId } })),
        ])
        setPlacing(null)
        return
      }
      if (!kind) return
      const id = newId()
      await work.perform([
        {
          kind: 'detail',
          fact: {
            id,
            roofId: scene.roofId,
            kind,
            spot,
            widthInches: null,
            lengthInches: null,
            heightInches: null,
            cricket: null,
            kickOut: null,
            name: '',
          },
        },
      ])
      setChosen(id)
    },
    [kind, placing, scene, work],
  )
  const openFinding = (id: string) => navigate(`${scene.base}/findings/${id}`)
  return (
    <Flex gap="4" direction={{ base: 'column', lg: 'row' }} align="start">
      <Box flex="3" w="full" minW="0" position={{ lg: 'sticky' }} top="2">
        {mode === 'model' ? (
          <Box h={boardHeight}>
            <Suspense fallback={<Loading what="the model" />}>
              <Plan3d scene={settled} answer={answer} />
            </Suspense>
          </Box>
        ) : (
          <PlanBoard
            points={pointsOf(plan)}
            label="Roof plan"
            height={boardHeight}
            onTap={({ x, y }) => (mode === 'rain' ? rain.tap({ x, y }) : void put(x, y))}
            tools={<UndoKeys work={work} />}
          >
            {(board) => (
              <>
                <PlanShapes
                  answer={answer}
                  slopes={scene.slopes}
                  parts={plan.parts}
                  unit={board.unit}
                  lengths={mode === 'shape' || mode === 'measures'}
                  under={mode === 'measures'}
                  ice={mode === 'ice'}
                />
                {mode === 'rain' && rain.rain && (
                  <PlanRain rain={rain.rain} unit={board.unit} moving={rain.view.moving} tapped={rain.tapped} />
                )}
                {mode === 'shape' && (
                  <PlanHandles
                    plan={plan}
                    unit={board.unit}
                    picked={shape.picked}
                    onPick={shape.pick}
                    onGrab={(event, picked) => shape.grab(event, picked, board)}
                    onKey={shape.key}
                  />
                )}
                {mode !== 'shape' && mode !== 'ice' && <PlanPonds answer={answer} unit={board.unit} />}
                {mode !== 'shape' && (
                  <PlanDetails
                    answer={answer}
                    details={scene.details}
                    unit={board.unit}
                    chosen={mode === 'details' ? chosen : null}
                    onChoose={mode === 'details' ? setChosen : undefined}
                    onDown={mode === 'details' ? (event, detail) => details.grab(event, detail, board) : undefined}
                    onKey={mode === 'details' ? details.key : undefined}
                  />
                )}
                {mode !== 'shape' && mode !== 'ice' && mode !== 'rain' && (
                  <PlanPins
                    answer={answer}
                    scene={scene}
                    unit={board.unit}
                    onChoose={scene.visitId ? openFinding : undefined}
                  />
                )}
                {details.ghost && (
                  <circle
                    className="k-ghost"
                    cx={details.ghost.x}
                    cy={-details.ghost.y}
                    r={14 * board.unit}
                    strokeWidth={3 * board.unit}
                  />
                )}
                <Faults answer={answer} unit={board.unit} />
              </>
            )}
          </PlanBoard>
        )}
        <Text fontSize="sm" color="faint" mt="1">
          {plan.source}
          {plan.sized ? '' : ' · letters only, not measured'}
        </Text>
      </Box>
      <Box flex="2" w="full" minW="0">
        {answer.problems.map((problem) => (
          <Text key={`${problem.code}${problem.partId}${problem.cornerId}`} className="k-caution" role="alert" mb="2">
            {problem.text}
          </Text>
        ))}
        {beside && (
          <Text className="k-caution" role="alert" mb="2">
            That is outside the roof. Tap on a slope.
          </Text>
        )}
        <NeedsPlace scene={scene} answer={answer} placing={placing} onPlace={setPlacing} />
        {mode === 'shape' && (
          <>
            <ShapePanel
              scene={settled}
              answer={answer}
              picked={shape.picked}
              onPick={shape.pick}
              edit={work.edit}
              onAdd={onAdd}
            />
            {!plan.sized && (
              <Button mt="3" size="lg" onClick={() => work.changePlan((now) => ({ ...now, sized: true }))}>
                Sizes are correct: measure it
              </Button>
            )}
          </>
        )}
        {mode === 'details' && (
          <DetailsPanel
            scene={settled}
            answer={answer}
            work={work}
            kind={kind}
            onKind={setKind}
            chosen={chosen}
            onChoose={setChosen}
          />
        )}
        {(mode === 'measures' || mode === 'model') && <MeasuresPanel scene={settled} answer={answer} />}
        {mode === 'rain' && rain.error && <Trouble error={rain.error} onRetry={rain.retry} />}
        {mode === 'rain' && !rain.rain && !rain.error && <Loading what="where the rain goes" />}
        {mode === 'rain' && <RainPanel scene={settled} rain={rain.rain} view={rain.view} tapped={rain.tapped} />}
        {mode === 'ice' && <IcePanel scene={settled} answer={answer} work={work} dam={dam} onDam={onDam} />}
      </Box>
    </Flex>
  )
}

/** On the phone what can be done is in sight below the drawing. */
const boardHeight = { base: 'clamp(16rem, 46vh, 30rem)', lg: 'clamp(20rem, 62vh, 44rem)' }

function UndoKeys({ work }: { work: ReturnType<typeof usePlanWork> }) {
  return (
    <>
      <Button size="sm" variant="outline" bg="bg.panel" disabled={!work.canUndo} onClick={work.undo}>
        <Undo2 size={18} /> Undo
      </Button>
      <Button size="sm" variant="outline" bg="bg.panel" disabled={!work.canRedo} onClick={work.redo}>
        <Redo2 size={18} /> Redo
      </Button>
    </>
  )
}

/** Where something is wrong, at its place. */
function Faults({ answer, unit }: { answer: PlanAnswer; unit: number }) {
  return (
    <g>
      {answer.problems.map(
        (problem) =>
          problem.x != null &&
          problem.y != null && (
            <g
              key={`${problem.code}${problem.partId}${problem.cornerId}`}
              className="k-faultmark"
              transform={`translate(${problem.x} ${-problem.y}) scale(${unit})`}
            >
              <title>{problem.text}</title>
              <circle r="15" />
              <text y="8" textAnchor="middle" fontSize="22">
                !
              </text>
            </g>
          ),
      )}
    </g>
  )
}
