import { Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { PlanPart } from '../../api/types'
import { Choice } from '../../shared/Choice'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { FromForm } from './FromForm'
import { FromAbove, FromFile } from './FromOutlines'
import { FromRuns } from './FromRuns'
import { emptyPlan, type OnMade, waitingSlopes } from './parts'

type Ways = 'form' | 'runs' | 'file' | 'above'
const ways: Record<Ways, string> = {
  form: 'A common form',
  runs: 'Type the runs',
  file: 'A GeoJSON file',
  above: 'Outline from above (simulated)',
}

type Props = {
  scene: PlanScene
  onMade: OnMade
  onCancel?: () => void
}

/** A first plan, or one more part of it. */
export function MakePart({ scene, onMade, onCancel }: Props) {
  const [way, setWay] = useState<Ways>('form')
  const first = !scene.plan || scene.plan.parts.length === 0
  const waiting = waitingSlopes(scene)
  const addParts = (parts: PlanPart[], sized: boolean, source: string) =>
    onMade({
      ...(scene.plan ?? emptyPlan(scene.roofId)),
      sized: first ? sized : (scene.plan?.sized ?? sized),
      source: first ? source : (scene.plan?.source ?? source),
      parts: [...(scene.plan?.parts ?? []), ...parts],
    })
  return (
    <Stack gap="4" className="k-sheet">
      <Flex justify="space-between" align="center" gap="3">
        <Heading as="h2" size="lg">
          {first ? 'Begin the plan' : 'Add a part'}
        </Heading>
        {onCancel && (
          <Button variant="outline" onClick={onCancel}>
            Back to the plan
          </Button>
        )}
      </Flex>
      <Choice label="How" hideLabel value={way} options={ways} onChange={setWay} />
      {waiting.length > 0 && (
        <Text>
          {waiting.length === 1 ? 'Slope' : 'Slopes'} {waiting.map(({ letter }) => letter).join(', ')}{' '}
          {waiting.length === 1 ? 'is' : 'are'} not on the plan yet. A new slope that falls the same way takes the
          letter, with its findings and photos.
        </Text>
      )}
      {way === 'form' && <FromForm scene={scene} first={first} waiting={waiting} onParts={addParts} />}
      {way === 'runs' && <FromRuns waiting={waiting} onParts={addParts} />}
      {way === 'file' && <FromFile waiting={waiting} onParts={addParts} scene={scene} onWhole={onMade} />}
      {way === 'above' && <FromAbove scene={scene} waiting={waiting} onParts={addParts} />}
    </Stack>
  )
}
