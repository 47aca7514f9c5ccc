import { useEffect, useRef } from 'react'
import type { ArrivingWater, RainAnswer, RainPoint } from '../../api/types'

const line = (points: RainPoint[]) => points.map(({ x, y }) => `${x},${-y}`).join(' ')

type Props = { rain: RainAnswer; unit: number; moving: boolean; tapped?: ArrivingWater }

/** Where the rain goes: lines that gather it, thicker by flow, where it leaves, drops on their way, and what a tapped place gets. */
export function PlanRain({ rain, unit, moving, tapped }: Props) {
  const most = Math.max(1, ...rain.outlets.map(({ gpm }) => gpm))
  const wide = (gpm: number) => unit * (1.5 + 7 * Math.sqrt(gpm / most))
  return (
    <g className="k-rain">
      {tapped?.from.map((ground) => (
        <polygon key={line(ground)} className="k-catchment" points={line(ground)} />
      ))}
      {rain.eaves.map((eave) => (
        <line
          key={`${eave.slopeId}${eave.from.x}:${eave.from.y}:${eave.to.x}:${eave.to.y}`}
          className={eave.toGutter ? 'k-flow k-flow-gutter' : 'k-flow'}
          x1={eave.from.x}
          y1={-eave.from.y}
          x2={eave.to.x}
          y2={-eave.to.y}
          strokeWidth={unit * (1.5 + Math.min(6, Math.max(eave.perFootFrom, eave.perFootTo) / 8))}
        />
      ))}
      {rain.channels.map((channel) => (
        <line
          key={`${channel.slopeId}${channel.from.x}:${channel.from.y}:${channel.to.x}:${channel.to.y}`}
          className="k-flow"
          x1={channel.from.x}
          y1={-channel.from.y}
          x2={channel.to.x}
          y2={-channel.to.y}
          strokeWidth={wide(channel.gpm)}
        />
      ))}
      {rain.outlets
        .filter(({ from, to, kind }) => from.x === to.x && from.y === to.y && kind !== 'topOfThing')
        .map((outlet) => (
          <circle
            key={`${outlet.from.x}:${outlet.from.y}:${outlet.kind}`}
            className={outlet.kind === 'undrained' ? 'k-outlet k-outlet-none' : 'k-outlet'}
            cx={outlet.from.x}
            cy={-outlet.from.y}
            r={unit * 4 + wide(outlet.gpm)}
          />
        ))}
      <Drops paths={rain.paths} unit={unit} moving={moving} />
      {tapped && (
        <>
          <polyline className="k-onward" points={line(tapped.onward)} strokeWidth={3 * unit} />
          <circle className="k-tapped" cx={tapped.x} cy={-tapped.y} r={7 * unit} strokeWidth={2 * unit} />
        </>
      )}
    </g>
  )
}

/** Inches on plan that a drawn drop runs in a second: so fast that the way is seen, so slow that the eye follows. */
const inchesPerSecond = 70
const dropInches = 9

type Course = { points: { x: number; y: number; at: number }[]; length: number }

function courseOf(flat: number[]): Course {
  const points: Course['points'] = []
  let at = 0
  for (let i = 0; i + 1 < flat.length; i += 2) {
    const [x, y] = [flat[i] ?? 0, -(flat[i + 1] ?? 0)]
    const before = points.at(-1)
    if (before) at += Math.hypot(x - before.x, y - before.y)
    points.push({ x, y, at })
  }
  return { points, length: at }
}

function placeOn({ points }: Course, inches: number) {
  let i = 1
  while (i < points.length - 1 && (points[i]?.at ?? 0) < inches) i++
  const [a, b] = [points[i - 1], points[i]]
  if (!a || !b) return { x: a?.x ?? 0, y: a?.y ?? 0 }
  const share = b.at > a.at ? Math.min(1, Math.max(0, (inches - a.at) / (b.at - a.at))) : 0
  return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share }
}

/** All drops are one path, written anew for each frame: a phone draws one line quicker than two hundred. */
function Drops({ paths, unit, moving }: { paths: RainAnswer['paths']; unit: number; moving: boolean }) {
  const drawn = useRef<SVGPathElement>(null)
  useEffect(() => {
    const courses = paths.map(({ line }) => courseOf(line)).filter(({ length }) => length > dropInches)
    let frame = 0
    let start: number | undefined
    const draw = (now: number) => {
      start ??= now
      const gone = ((now - start) / 1000) * inchesPerSecond
      const text = courses.map((course, i) => {
        // Each begins at its own time; still drops stand spread over their ways.
        const head = (gone + i * 37) % course.length
        const [a, b] = [placeOn(course, Math.max(0, head - dropInches)), placeOn(course, head)]
        return `M${a.x.toFixed(1)} ${a.y.toFixed(1)}L${b.x.toFixed(1)} ${b.y.toFixed(1)}`
      })
      drawn.current?.setAttribute('d', text.join(''))
      if (moving) frame = requestAnimationFrame(draw)
    }
    frame = requestAnimationFrame(draw)
    return () => cancelAnimationFrame(frame)
  }, [paths, moving])
  return <path ref={drawn} className="k-drops" strokeWidth={2.2 * unit} />
}
