import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import Pad, { type PointGroup } from 'signature_pad'

/** The box that a drawn signature is saved in, whatever it was drawn on. */
const box = { width: 300, height: 100, mostCharacters: 19_000 } as const

/** Strokes as path data in the box; thinned out where somebody drew for long. */
export function pathOf(groups: PointGroup[], drawnWidth: number): string {
  const scale = box.width / drawnWidth
  const at = ({ x, y }: { x: number; y: number }) => `${clamp(x * scale, box.width)} ${clamp(y * scale, box.height)}`
  const path = (every: number) =>
    groups
      .map(({ points }) => points.filter((_, i) => i % every === 0 || i === points.length - 1))
      .filter((points) => points.length > 0)
      .map((points) => points.map((point, i) => `${i === 0 ? 'M' : 'L'}${at(point)}`).join(''))
      .join('')
  for (let every = 1; ; every *= 2) {
    const made = path(every)
    if (made.length <= box.mostCharacters || every > 1_000) return made.slice(0, box.mostCharacters)
  }
}

const clamp = (value: number, most: number) => Math.round(Math.min(Math.max(value, 0), most) * 10) / 10

/** Where a finger or a pen signs. The name typed above signs where it stays empty. */
export function SignaturePad({ onChange }: { onChange: (path: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<Pad | null>(null)
  useEffect(() => {
    const element = canvas.current
    if (!element) return
    // As many dots as the screen has.
    const ratio = window.devicePixelRatio || 1
    const width = element.offsetWidth
    element.width = width * ratio
    element.height = ((width * box.height) / box.width) * ratio
    element.getContext('2d')?.scale(ratio, ratio)
    const made = new Pad(element, { penColor: '#16232e' })
    made.addEventListener('endStroke', () => onChange(pathOf(made.toData(), width)))
    pad.current = made
    return () => made.off()
  }, [onChange])
  return (
    <Box>
      <Flex justify="space-between" align="end" mb="1">
        <Text>Signature drawn by hand (optional)</Text>
        <Button
          size="sm"
          variant="outline"
          onClick={() => {
            pad.current?.clear()
            onChange('')
          }}
        >
          Clear
        </Button>
      </Flex>
      <canvas ref={canvas} className="k-signature" aria-label="Draw your signature" />
    </Box>
  )
}
