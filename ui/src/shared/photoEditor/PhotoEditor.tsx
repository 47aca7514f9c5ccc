import { Box, Button, Flex, Grid, GridItem, Slider, Stack, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import type Konva from 'konva'
import { ArrowUpRight, Circle as CircleIcon, Crop, EyeOff, Hash, Redo2, Trash2, Undo2 } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { Layer, Image as Picture, Stage } from 'react-konva'
import type { PhotoCrop, PhotoEdits, PhotoFact, PhotoMark } from '../../api/types'
import { useBytesAddress } from '../../offline/pictures'
import { Loading, Trouble } from '../States'
import { Drawn, MarkShape, Shade } from './MarkShapes'
import {
  bounds,
  drawBase,
  isPlain,
  lineOf,
  markOf,
  noEdits,
  type Point,
  straightFrame,
  wholePicture,
} from './photoEdits'
import { loadPicture } from './useEdited'

const tools = {
  arrow: ['Arrow', ArrowUpRight],
  circle: ['Circle', CircleIcon],
  number: ['Number', Hash],
  blur: ['Blur', EyeOff],
  crop: ['Crop', Crop],
} as const
type Tool = keyof typeof tools

const says: Record<Tool, string> = {
  arrow: 'Drag from where the arrow begins to what it points at.',
  circle: 'Drag a box around it.',
  number: 'Tap where the number goes.',
  blur: 'Drag a box over what nobody should recognize.',
  crop: 'Drag a box around what is to be shown.',
}

/** Shorter than this, as a share of the picture, a drag was a tap. */
const shortestDrag = 0.015

type Props = { photo: PhotoFact; onSave: (edits: PhotoEdits | null) => void }

export function PhotoEditor({ photo, onSave }: Props) {
  const address = useBytesAddress(photo.sha256, `/api/photos/${photo.sha256}/screen`)
  const picture = useQuery({
    queryKey: ['picture', address],
    queryFn: () => loadPicture(address as string),
    enabled: address !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
    retry: false,
    networkMode: 'always',
  })
  if (picture.isError)
    return (
      <Trouble
        error={new Error('The photo is not on this device and cannot be fetched. Connect and try again.')}
        onRetry={() => picture.refetch()}
      />
    )
  if (!picture.data) return <Loading what="the photo" />
  return <Desk image={picture.data} before={photo.edits ?? noEdits} onSave={onSave} />
}

type Size = { width: number; height: number }

const keysWidth = 250

/** At the desk the keys stand beside the picture; on a phone above and below it. */
const isWide = () => window.innerWidth >= 992

/** As wide as the sheet, and no higher than leaves room for the keys. */
function fitted({ width, height }: Size): Size {
  const room = { width: Math.min(window.innerWidth - 48, isWide() ? 880 : 976), height: window.innerHeight }
  const most = isWide()
    ? { width: room.width - keysWidth - 24, height: room.height - 240 }
    : { width: room.width, height: Math.max(220, room.height - 330) }
  const scale = Math.min(most.width / width, most.height / height)
  return { width: Math.round(width * scale), height: Math.round(height * scale) }
}

function Desk({ image, before, onSave }: { image: HTMLImageElement; before: PhotoEdits; onSave: Props['onSave'] }) {
  const [steps, setSteps] = useState([before])
  const [at, setAt] = useState(0)
  const [tool, setTool] = useState<Tool>('arrow')
  const [chosen, setChosen] = useState<number>()
  const [drag, setDrag] = useState<{ from: Point; to: Point }>()
  const pressed = useRef<Point | undefined>(undefined)
  const edits = steps[at] as PhotoEdits
  const size = useMemo(() => fitted({ width: image.naturalWidth, height: image.naturalHeight }), [image])
  const [turning, setTurning] = useState<number>()
  const turn = turning ?? edits.turnDegrees ?? 0
  const frame = useMemo(() => straightFrame(size.width, size.height, turn), [size, turn])
  const base = useMemo(() => drawBase(image, size, { ...edits, turnDegrees: turn }), [image, size, edits, turn])
  const line = lineOf(size)
  const change = (fields: Partial<PhotoEdits>) => {
    setSteps([...steps.slice(0, at + 1), { ...edits, ...fields }])
    setAt(at + 1)
  }
  const put = (mark: PhotoMark) => {
    if (edits.marks.length >= bounds.marks) return
    setChosen(edits.marks.length)
    change({ marks: [...edits.marks, mark] })
  }
  const finish = (from: Point, to: Point) => {
    const isTap = Math.hypot(to.x - from.x, to.y - from.y) < shortestDrag
    if (tool === 'number') {
      const next = Math.max(0, ...edits.marks.map(({ number }) => number ?? 0)) + 1
      put(markOf('number', from, from, frame, Math.min(next, 99)))
    } else if (isTap) setChosen(undefined)
    else if (tool === 'crop') change({ crop: cropOf(from, to) })
    else put(markOf(tool, from, to, frame))
  }
  const move = (index: number, by: Point) =>
    change({
      marks: edits.marks.map((mark, i) => {
        if (i !== index) return mark
        const [from, to] = ends(mark, frame)
        const shifted = (point: Point) => ({ x: clamp(point.x + by.x), y: clamp(point.y + by.y) })
        return markOf(mark.kind, shifted(from), shifted(to), frame, mark.number)
      }),
    })
  const pointer = (stage: Konva.Stage | null): Point | undefined => {
    const place = stage?.getPointerPosition()
    return place ? { x: clamp(place.x / size.width), y: clamp(place.y / size.height) } : undefined
  }
  return (
    <Grid
      gap="3"
      templateAreas={{ base: '"tools" "picture" "keys"', lg: '"picture tools" "picture keys"' }}
      templateColumns={{ base: '1fr', lg: `1fr ${keysWidth}px` }}
      templateRows={{ lg: 'auto 1fr' }}
    >
      <GridItem area="tools">
        <Flex gap="2" wrap="wrap" role="group" aria-label="Tools">
          {(Object.keys(tools) as Tool[]).map((key) => {
            const [word, Icon] = tools[key]
            return (
              <Button
                key={key}
                variant={tool === key ? 'solid' : 'outline'}
                colorPalette={tool === key ? 'verdigris' : undefined}
                aria-pressed={tool === key}
                onClick={() => setTool(key)}
              >
                <Icon size={18} /> {word}
              </Button>
            )
          })}
        </Flex>
        <Text fontSize="sm" mt="2">
          {says[tool]}
        </Text>
      </GridItem>
      <GridItem area="picture">
        <Box className="k-editor" width={`${size.width}px`} mx="auto">
          <Stage
            width={size.width}
            height={size.height}
            onPointerDown={(event) => {
              // A mark that is touched is moved; the picture beneath it is drawn on.
              if (event.target !== event.target.getStage() && event.target.name() !== 'picture') return
              pressed.current = pointer(event.target.getStage())
            }}
            onPointerMove={(event) => {
              const to = pointer(event.target.getStage())
              if (pressed.current && to) setDrag({ from: pressed.current, to })
            }}
            onPointerUp={(event) => {
              const to = pointer(event.target.getStage()) ?? drag?.to
              if (pressed.current && to) finish(pressed.current, to)
              pressed.current = undefined
              setDrag(undefined)
            }}
          >
            <Layer>
              <Picture name="picture" image={base} width={size.width} height={size.height} />
              <Shade crop={edits.crop ?? wholePicture} size={size} />
              {edits.marks.map((mark, index) => (
                <MarkShape
                  key={`${mark.kind} ${mark.x} ${mark.y} ${mark.toX} ${mark.toY}`}
                  mark={mark}
                  ends={ends(mark, frame)}
                  size={size}
                  line={line}
                  chosen={index === chosen}
                  onChoose={() => setChosen(index)}
                  onMove={(by) => move(index, by)}
                />
              ))}
              {drag && tool !== 'number' && (
                <Drawn kind={tool === 'crop' ? 'blur' : tool} drag={drag} size={size} line={line} />
              )}
            </Layer>
          </Stage>
        </Box>
      </GridItem>
      <GridItem area="keys">
        <Stack gap="3">
          <Slider.Root
            min={-bounds.turn}
            max={bounds.turn}
            step={0.5}
            value={[turn]}
            onValueChange={({ value }) => setTurning(value[0] ?? 0)}
            onValueChangeEnd={({ value }) => {
              change({ turnDegrees: value[0] ?? 0 })
              setTurning(undefined)
            }}
          >
            <Flex justify="space-between">
              <Slider.Label>Straighten</Slider.Label>
              <Text>{turn}°</Text>
            </Flex>
            <Slider.Control>
              <Slider.Track>
                <Slider.Range />
              </Slider.Track>
              <Slider.Thumbs />
            </Slider.Control>
          </Slider.Root>
          {edits.crop && (
            <Button variant="outline" onClick={() => change({ crop: null })}>
              Whole picture
            </Button>
          )}
          <Flex gap="2" wrap="wrap">
            <Button variant="outline" disabled={at === 0} onClick={() => setAt(at - 1)}>
              <Undo2 size={18} /> Undo
            </Button>
            <Button variant="outline" disabled={at === steps.length - 1} onClick={() => setAt(at + 1)}>
              <Redo2 size={18} /> Redo
            </Button>
            <Button
              variant="outline"
              disabled={chosen === undefined || chosen >= edits.marks.length}
              onClick={() => {
                change({ marks: edits.marks.filter((_, index) => index !== chosen) })
                setChosen(undefined)
              }}
            >
              <Trash2 size={18} /> Delete mark
            </Button>
            <Button ml="auto" size="lg" colorPalette="verdigris" onClick={() => onSave(isPlain(edits) ? null : edits)}>
              Save
            </Button>
          </Flex>
        </Stack>
      </GridItem>
    </Grid>
  )
}

const clamp = (value: number) => Math.min(Math.max(value, 0), 1)

/** The two points of a mark in the frame. */
function ends(mark: PhotoMark, frame: ReturnType<typeof straightFrame>): [Point, Point] {
  return [frame.toFrame({ x: mark.x, y: mark.y }), frame.toFrame({ x: mark.toX, y: mark.toY })]
}

function cropOf(from: Point, to: Point): PhotoCrop {
  const x = Math.min(from.x, to.x, 1 - bounds.crop)
  const y = Math.min(from.y, to.y, 1 - bounds.crop)
  return {
    x,
    y,
    width: Math.min(Math.max(Math.abs(to.x - from.x), bounds.crop), 1 - x),
    height: Math.min(Math.max(Math.abs(to.y - from.y), bounds.crop), 1 - y),
  }
}
