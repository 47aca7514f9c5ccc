import { Box, Button, Stack, Text } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { api, dataOf } from '../../api/client'
import type { SlopeFact } from '../../api/types'
import { compute } from '../../core/core'
import { useCore } from '../../core/useCore'
import { Choice } from '../../shared/Choice'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { Trouble } from '../../shared/States'
import { Outlines } from './Outlines'
import { type OnMade, type OnParts, outlinePart } from './parts'

/** Anybody's GeoJSON as outlines; Kalpa's own as the plan it was. */
export function FromFile({
  scene,
  waiting,
  onParts,
  onWhole,
}: {
  scene: PlanScene
  waiting: SlopeFact[]
  onParts: OnParts
  onWhole: OnMade
}) {
  const [unit, setUnit] = useState<'degrees' | 'feet' | 'metres'>('degrees')
  const [text, setText] = useState<string | null>(null)
  const read = useCore('plan-import', text === null ? undefined : { text, unit, risePer12: 6 })
  const answer = text === null ? undefined : read
  const own = answer?.plan
  return (
    <Stack gap="3">
      <Choice
        label="Its coordinates are"
        value={unit}
        options={{ degrees: 'Longitude, latitude', feet: 'Feet', metres: 'Meters' }}
        onChange={setUnit}
      />
      <input
        type="file"
        aria-label="GeoJSON file"
        accept=".geojson,.json,application/geo+json,application/json"
        onChange={async (event) => {
          const [file] = event.target.files ?? []
          if (file) setText(await file.text())
        }}
      />
      {answer?.problems.map((problem) => (
        <Text key={problem.code} color="fg.error" role="alert">
          {problem.text}
        </Text>
      ))}
      {own && (
        <Box>
          <Text mb="2">
            A plan of Kalpa’s own: {own.parts.length} {own.parts.length === 1 ? 'part' : 'parts'},{' '}
            {answer.details.length} details. It takes the place of this roof’s plan; undo brings the old one back.
          </Text>
          <Button
            size="xl"
            colorPalette="verdigris"
            onClick={() =>
              onWhole(
                { ...own, id: scene.plan?.id ?? own.id, roofId: scene.roofId },
                answer.details.map((fact) => ({ kind: 'detail', fact: { ...fact, roofId: scene.roofId } })),
              )
            }
          >
            Import
          </Button>
        </Box>
      )}
      {answer && (
        <Outlines
          outlines={answer.outlines}
          onTake={(outline) => onParts([outlinePart(outline, waiting)], true, 'A GeoJSON file')}
        />
      )}
    </Stack>
  )
}

/** A supplier that ships with Kalpa and is plainly made up; it can be told to fail, so that one knows what that looks like. */
export function FromAbove({ scene, waiting, onParts }: { scene: PlanScene; waiting: SlopeFact[]; onParts: OnParts }) {
  const [fail, setFail] = useState(false)
  const fetched = useMutation({
    mutationFn: async () => {
      const answer = await dataOf(
        api.GET('/api/properties/{id}/outlines', { params: { path: { id: scene.propertyId }, query: { fail } } }),
      )
      const read = await compute('plan-import', { text: answer.geoJson, unit: 'degrees', risePer12: 6 })
      return { from: answer.from, address: answer.address, outlines: read.outlines }
    },
  })
  return (
    <Stack gap="3">
      <Text>
        This supplier is simulated: it ships with Kalpa, knows the addresses of the demo, and sells nothing. Check every
        outline against the tape.
      </Text>
      <label className="k-key" data-on={fail || undefined}>
        <input type="checkbox" checked={fail} onChange={(event) => setFail(event.target.checked)} />
        <span>Simulate a failure</span>
      </label>
      <Button
        size="xl"
        colorPalette="verdigris"
        loading={fetched.isPending}
        loadingText="Asking the supplier"
        onClick={() => fetched.mutate()}
      >
        Ask for this address
      </Button>
      {fetched.isError && <Trouble error={fetched.error} onRetry={() => fetched.mutate()} />}
      {fetched.data && (
        <>
          <Text color="faint">
            {fetched.data.from}, {fetched.data.address}
          </Text>
          <Outlines
            outlines={fetched.data.outlines}
            onTake={(outline) => onParts([outlinePart(outline, waiting)], true, fetched.data.from)}
          />
        </>
      )}
    </Stack>
  )
}
