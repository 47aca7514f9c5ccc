import { Circle, Ellipse, Group, Line, Rect, Text as Words } from 'react-konva'
import type { PhotoCrop, PhotoMark } from '../../api/types'
import { arrowHead, ink, type Point, type Size, wholePicture } from './photoEdits'

/** What is cropped away lies in the shade. */
export function Shade({ crop, size }: { crop: PhotoCrop; size: Size }) {
  if (crop === wholePicture) return null
  const left = crop.x * size.width
  const top = crop.y * size.height
  const right = (crop.x + crop.width) * size.width
  const bottom = (crop.y + crop.height) * size.height
  const boxes = [
    [0, 0, size.width, top],
    [0, bottom, size.width, size.height - bottom],
    [0, top, left, bottom - top],
    [right, top, size.width - right, bottom - top],
  ] as const
  return boxes.map(([x, y, width, height]) => (
    <Rect
      key={`${x} ${y} ${width}`}
      name="picture"
      x={x}
      y={y}
      width={width}
      height={height}
      fill="#16232e"
      opacity={0.6}
      listening={false}
    />
  ))
}

type ShapeProps = {
  mark: PhotoMark
  ends: [Point, Point]
  size: Size
  line: number
  chosen: boolean
  onChoose: () => void
  onMove: (by: Point) => void
}

/** A mark that can be picked and moved. */
export function MarkShape({ mark, ends: [from, to], size, line, chosen, onChoose, onMove }: ShapeProps) {
  const pixel = ({ x, y }: Point) => ({ x: x * size.width, y: y * size.height })
  return (
    <Group
      draggable
      onPointerDown={onChoose}
      onDragEnd={(event) => {
        const by = { x: event.target.x() / size.width, y: event.target.y() / size.height }
        event.target.position({ x: 0, y: 0 })
        onMove(by)
      }}
      opacity={chosen ? 0.75 : 1}
    >
      <Outline kind={mark.kind} number={mark.number ?? 0} from={pixel(from)} to={pixel(to)} line={line} />
    </Group>
  )
}

type DrawnProps = { kind: PhotoMark['kind']; drag: { from: Point; to: Point }; size: Size; line: number }

/** A mark while it is being drawn. */
export function Drawn({ kind, drag, size, line }: DrawnProps) {
  const pixel = ({ x, y }: Point) => ({ x: x * size.width, y: y * size.height })
  return <Outline kind={kind} number={0} from={pixel(drag.from)} to={pixel(drag.to)} line={line} />
}

type OutlineProps = { kind: PhotoMark['kind']; number: number; from: Point; to: Point; line: number }

function Outline({ kind, number, from, to, line }: OutlineProps) {
  const strokes = [
    { stroke: ink.casing, strokeWidth: line * 1.9 },
    { stroke: ink.mark, strokeWidth: line },
  ]
  // A finger needs more than a line to hold on to.
  const held = { hitStrokeWidth: 28, lineCap: 'round', lineJoin: 'round' } as const
  if (kind === 'number')
    return (
      <>
        <Circle {...from} radius={4.5 * line} fill={ink.mark} stroke={ink.casing} strokeWidth={line * 0.6} {...held} />
        <Words
          x={from.x - 4.5 * line}
          y={from.y - 4.5 * line}
          width={9 * line}
          height={9 * line}
          align="center"
          verticalAlign="middle"
          text={`${number}`}
          fontStyle="bold"
          fontSize={6 * line}
          fill={ink.casing}
          listening={false}
        />
      </>
    )
  const box = {
    x: Math.min(from.x, to.x),
    y: Math.min(from.y, to.y),
    width: Math.abs(to.x - from.x),
    height: Math.abs(to.y - from.y),
  }
  if (kind === 'blur') return <Rect {...box} stroke={ink.casing} strokeWidth={1.5} dash={[6, 4]} fill="#ffffff01" />
  if (kind === 'circle')
    return strokes.map((stroke) => (
      <Ellipse
        key={stroke.stroke}
        x={box.x + box.width / 2}
        y={box.y + box.height / 2}
        radiusX={box.width / 2}
        radiusY={box.height / 2}
        {...stroke}
        {...held}
      />
    ))
  const [left, right] = arrowHead(from, to, line)
  return strokes.map((stroke) => (
    <Group key={stroke.stroke}>
      <Line points={[from.x, from.y, to.x, to.y]} {...stroke} {...held} />
      <Line points={[left.x, left.y, to.x, to.y, right.x, right.y]} {...stroke} {...held} />
    </Group>
  ))
}
