import { Box, Button, Flex, SimpleGrid, Stack, Text, Textarea } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import type { SlopeFact } from '../../api/types'
import { useCore } from '../../core/useCore'
import { MeasureInput, useParsed } from '../../shared/MeasureInput'
import { feetText } from '../../shared/roofPlan/planMath'
import { Trouble } from '../../shared/States'
import { type OnParts, partOf, usual } from './parts'

/** A footprint walked round, with the pitch of all its slopes; gables are made afterwards. */
export function FromRuns({ waiting, onParts }: { waiting: SlopeFact[]; onParts: OnParts }) {
  const [text, setText] = useState('')
  const [pitch, setPitch] = useState('6/12')
  const [height, setHeight] = useState(`10'`)
  const runs = useCore('plan-runs', text.trim() ? { text } : undefined)
  const readPitch = useParsed(pitch, 'pitch')
  const readHeight = useParsed(height, 'length', 'foot')
  const make = useMutation({
    networkMode: 'always',
    mutationFn: () =>
      onParts(
        [
          partOf(runs?.corners ?? [], {
            rise: readPitch?.value ?? 6,
            height: readHeight?.value ?? usual.height,
            kind: 'house',
            name: '',
            waiting,
          }),
        ],
        true,
        'Runs as typed',
      ),
  })
  const shape = text.trim() ? runs : undefined
  // A way back that turns a corner was never walked: it is asked for, not guessed.
  const unclosed = shape?.closing.includes(',') ?? false
  const ready =
    shape &&
    !unclosed &&
    shape.problems.length === 0 &&
    shape.corners.length > 2 &&
    (readPitch?.value ?? 0) > 0 &&
    !readHeight?.problem
  return (
    <Stack gap="3">
      <Box>
        <label className="k-label" htmlFor="runs">
          Runs, as you walk around the eaves
        </label>
        <Textarea
          id="runs"
          rows={4}
          value={text}
          onChange={(event) => setText(event.target.value)}
          placeholder={`east 42', north 18' 6", west 12', north 10', west 30', south 28' 6"`}
        />
      </Box>
      {shape?.problems.map((problem) => (
        <Text key={`${problem.run}${problem.code}`} color="fg.error" role="alert">
          {problem.text}
        </Text>
      ))}
      {shape && shape.corners.length > 2 && (
        <Flex gap="4" align="center">
          <svg className="k-runs" viewBox={boxOf(shape.corners)} role="img" aria-label="The footprint of the runs">
            <polygon
              points={shape.corners.map(({ x, y }) => `${x},${-y}`).join(' ')}
              vectorEffect="non-scaling-stroke"
            />
          </svg>
          {unclosed ? (
            <Text color="fg.error" role="alert">
              Open: it ends {feetText(shape.gapInches)} from where it began. Type the rest: {shape.closing}.
            </Text>
          ) : (
            <Text>
              {shape.closing
                ? `Ends ${feetText(shape.gapInches)} from where it began; closed by ${shape.closing}.`
                : 'It closes.'}
            </Text>
          )}
        </Flex>
      )}
      <SimpleGrid columns={2} gap="3">
        <MeasureInput label="Pitch of its slopes" typed={pitch} onTyped={setPitch} unit="pitch" hint="6/12" />
        <MeasureInput label="Eave height" typed={height} onTyped={setHeight} unit="length" bareUnit="foot" hint="10'" />
      </SimpleGrid>
      <Button
        size="xl"
        colorPalette="verdigris"
        disabled={!ready}
        loading={make.isPending}
        onClick={() => make.mutate()}
      >
        Build the roof over it
      </Button>
      {make.isError && <Trouble error={make.error} />}
    </Stack>
  )
}

const boxOf = (corners: { x: number; y: number }[]) => {
  const xs = corners.map(({ x }) => x)
  const ys = corners.map(({ y }) => -y)
  const [west, top] = [Math.min(...xs), Math.min(...ys)]
  const size = Math.max(Math.max(...xs) - west, Math.max(...ys) - top) * 0.06
  return `${west - size} ${top - size} ${Math.max(...xs) - west + 2 * size} ${Math.max(...ys) - top + 2 * size}`
}
