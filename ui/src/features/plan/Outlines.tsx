import { Box, Button, Flex, Text } from '@chakra-ui/react'
import type { ImportedOutline } from '../../api/types'

/** Outlines that were read, each with a sketch, to be taken one by one; what is wrong with one stands beside it. */
export function Outlines({
  outlines,
  onTake,
}: {
  outlines: ImportedOutline[]
  onTake: (outline: ImportedOutline) => void
}) {
  return (
    <Box>
      {outlines.map((outline, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: outlines have no ids and the list never changes order
        <Flex key={`${outline.name}${i}`} gap="3" align="center" borderTopWidth="1px" py="2">
          <Sketch outline={outline} />
          <Box flex="1">
            <Text fontWeight="bold">{outline.name}</Text>
            {outline.problem ? (
              <Text color="fg.error" role="alert">
                {outline.problem.text}
              </Text>
            ) : (
              <Text color="faint">{outline.corners.length} corners</Text>
            )}
          </Box>
          {outline.problem == null && (
            <Button size="lg" colorPalette="verdigris" onClick={() => onTake(outline)}>
              Take {outline.name}
            </Button>
          )}
        </Flex>
      ))}
    </Box>
  )
}

function Sketch({ outline }: { outline: ImportedOutline }) {
  if (outline.corners.length < 3) return <Box w="64px" />
  const xs = outline.corners.map(({ x }) => x)
  const ys = outline.corners.map(({ y }) => -y)
  const [west, top] = [Math.min(...xs), Math.min(...ys)]
  const size = Math.max(Math.max(...xs) - west, Math.max(...ys) - top)
  const { problem } = outline
  return (
    <svg
      className="k-runs"
      viewBox={`${west - size * 0.05} ${top - size * 0.05} ${size * 1.1} ${size * 1.1}`}
      width="64"
      height="64"
      role="img"
      aria-label={`Outline ${outline.name}`}
    >
      <polygon points={outline.corners.map(({ x, y }) => `${x},${-y}`).join(' ')} vectorEffect="non-scaling-stroke" />
      {problem?.x != null && problem.y != null && (
        <circle className="k-fault" cx={problem.x} cy={-problem.y} r={size / 20} />
      )}
    </svg>
  )
}
