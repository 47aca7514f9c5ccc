import type { PhotoCrop, PhotoEdits, PhotoMark } from '../../api/types'

/** A point in fractions of width and height, from the upper left corner. */
export type Point = { x: number; y: number }

export const noEdits: PhotoEdits = { marks: [], turnDegrees: 0 }
export const wholePicture: PhotoCrop = { x: 0, y: 0, width: 1, height: 1 }
export const bounds = { marks: 50, turn: 15, crop: 0.05 } as const

/** As the server draws them: a light line under the dark one is seen on dark shingles, on snow and in greyscale. */
export const ink = { mark: '#a3190b', casing: '#ffffff', lineShare: 0.007, leastLine: 2, blurCells: 8 } as const

export const isPlain = ({ marks, turnDegrees, crop }: PhotoEdits) => marks.length === 0 && !turnDegrees && !crop

/** How the original lies in the frame once it is straightened: turned about the middle, and enlarged until no corner is empty. */
export function straightFrame(width: number, height: number, turnDegrees: number) {
  const turn = (turnDegrees * Math.PI) / 180
  const cos = Math.cos(turn)
  const sin = Math.sin(turn)
  const zoom = Math.abs(cos) + Math.abs(sin) * Math.max(width / height, height / width)
  return {
    turn,
    zoom,
    toFrame({ x, y }: Point): Point {
      const across = (x - 0.5) * width * zoom
      const down = (y - 0.5) * height * zoom
      return { x: (cos * across - sin * down) / width + 0.5, y: (sin * across + cos * down) / height + 0.5 }
    },
    toOriginal({ x, y }: Point): Point {
      const across = ((x - 0.5) * width) / zoom
      const down = ((y - 0.5) * height) / zoom
      return { x: (cos * across + sin * down) / width + 0.5, y: (cos * down - sin * across) / height + 0.5 }
    },
  }
}

const inside = (value: number) => Math.min(Math.max(value, 0), 1)

/** A mark from two points of the frame, as it is saved. A blurred box is widened until it covers what was drawn on the turned picture. */
export function markOf(
  kind: PhotoMark['kind'],
  from: Point,
  to: Point,
  frame: ReturnType<typeof straightFrame>,
  number = 0,
): PhotoMark {
  const corners =
    kind === 'blur' ? [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }].map(frame.toOriginal) : []
  const [a, b] =
    kind === 'blur'
      ? [
          { x: Math.min(...corners.map(({ x }) => x)), y: Math.min(...corners.map(({ y }) => y)) },
          { x: Math.max(...corners.map(({ x }) => x)), y: Math.max(...corners.map(({ y }) => y)) },
        ]
      : [frame.toOriginal(from), frame.toOriginal(to)]
  return { kind, x: inside(a.x), y: inside(a.y), toX: inside(b.x), toY: inside(b.y), number }
}

export type Size = { width: number; height: number }

/** The picture of this size, blurred and straightened, without marks: what the editor draws on. */
export function drawBase(source: CanvasImageSource, { width, height }: Size, edits: PhotoEdits): HTMLCanvasElement {
  const upright = canvasOf(width, height)
  upright.drawing.drawImage(source, 0, 0, width, height)
  for (const mark of edits.marks) if (mark.kind === 'blur') blur(upright, mark)
  if (!edits.turnDegrees) return upright.canvas
  const { turn, zoom } = straightFrame(width, height, edits.turnDegrees)
  const straight = canvasOf(width, height)
  straight.drawing.translate(width / 2, height / 2)
  straight.drawing.rotate(turn)
  straight.drawing.scale(zoom, zoom)
  straight.drawing.drawImage(upright.canvas, -width / 2, -height / 2)
  return straight.canvas
}

/** The picture as it is shown, its longer side at most so many pixels. */
export function drawEdited(source: CanvasImageSource, of: Size, edits: PhotoEdits, longest: number): HTMLCanvasElement {
  const crop = edits.crop ?? wholePicture
  const scale = Math.min(1, longest / Math.max(of.width * crop.width, of.height * crop.height))
  const size = { width: Math.round(of.width * scale), height: Math.round(of.height * scale) }
  const base = drawBase(source, size, edits)
  const shown = canvasOf(Math.round(size.width * crop.width), Math.round(size.height * crop.height))
  shown.drawing.drawImage(base, -crop.x * size.width, -crop.y * size.height)
  const frame = straightFrame(size.width, size.height, edits.turnDegrees ?? 0)
  const at = (point: Point) => {
    const { x, y } = frame.toFrame(point)
    return { x: (x - crop.x) * size.width, y: (y - crop.y) * size.height }
  }
  const line = lineOf(shown.canvas)
  for (const mark of edits.marks)
    drawMark(shown.drawing, mark, at({ x: mark.x, y: mark.y }), at({ x: mark.toX, y: mark.toY }), line)
  return shown.canvas
}

export const lineOf = ({ width, height }: Size) => Math.max(ink.leastLine, ink.lineShare * Math.max(width, height))

function canvasOf(width: number, height: number) {
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, width)
  canvas.height = Math.max(1, height)
  return { canvas, drawing: canvas.getContext('2d') as CanvasRenderingContext2D }
}

/** So few cells are left that no face and no number survives. */
function blur({ canvas, drawing }: ReturnType<typeof canvasOf>, mark: PhotoMark) {
  const x = Math.min(mark.x, mark.toX) * canvas.width
  const y = Math.min(mark.y, mark.toY) * canvas.height
  const width = Math.max(1, Math.abs(mark.toX - mark.x) * canvas.width)
  const height = Math.max(1, Math.abs(mark.toY - mark.y) * canvas.height)
  const cell = Math.max(width, height) / ink.blurCells
  const small = canvasOf(Math.ceil(width / cell), Math.ceil(height / cell))
  small.drawing.drawImage(canvas, x, y, width, height, 0, 0, small.canvas.width, small.canvas.height)
  drawing.imageSmoothingEnabled = false
  drawing.drawImage(small.canvas, x, y, width, height)
  drawing.imageSmoothingEnabled = true
}

/** The strokes of an arrow's head, as long as four lines are wide. */
export function arrowHead(from: Point, to: Point, line: number): [Point, Point] {
  const length = Math.max(1e-6, Math.hypot(to.x - from.x, to.y - from.y))
  const ux = (to.x - from.x) / length
  const uy = (to.y - from.y) / length
  const head = 4 * line
  const back = { x: to.x - ux * head, y: to.y - uy * head }
  return [
    { x: back.x - uy * head * 0.6, y: back.y + ux * head * 0.6 },
    { x: back.x + uy * head * 0.6, y: back.y - ux * head * 0.6 },
  ]
}

function drawMark(drawing: CanvasRenderingContext2D, mark: PhotoMark, from: Point, to: Point, line: number) {
  drawing.lineCap = 'round'
  drawing.lineJoin = 'round'
  drawing.beginPath()
  switch (mark.kind) {
    case 'arrow': {
      const [left, right] = arrowHead(from, to, line)
      drawing.moveTo(from.x, from.y)
      drawing.lineTo(to.x, to.y)
      drawing.moveTo(left.x, left.y)
      drawing.lineTo(to.x, to.y)
      drawing.lineTo(right.x, right.y)
      break
    }
    case 'circle':
      drawing.ellipse(
        (from.x + to.x) / 2,
        (from.y + to.y) / 2,
        Math.abs(to.x - from.x) / 2,
        Math.abs(to.y - from.y) / 2,
        0,
        0,
        2 * Math.PI,
      )
      break
    case 'number':
      drawing.arc(from.x, from.y, 4.5 * line, 0, 2 * Math.PI)
      drawing.fillStyle = ink.mark
      drawing.fill()
      drawing.lineWidth = line * 0.6
      drawing.strokeStyle = ink.casing
      drawing.stroke()
      drawing.fillStyle = ink.casing
      drawing.font = `bold ${6 * line}px sans-serif`
      drawing.textAlign = 'center'
      drawing.textBaseline = 'middle'
      drawing.fillText(`${mark.number}`, from.x, from.y)
      return
    default:
      return
  }
  drawing.strokeStyle = ink.casing
  drawing.lineWidth = line * 1.9
  drawing.stroke()
  drawing.strokeStyle = ink.mark
  drawing.lineWidth = line
  drawing.stroke()
}
