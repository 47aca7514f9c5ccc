import type {
  IceReach,
  PlanAnswer,
  PlanEdge,
  PlanFacet,
  PlanPart,
  RoofDecision,
  RoofPoint,
  SlopeFact,
  ZonePoint,
} from '../../api/types'
import { unders } from '../words'
import { feetText, shadeOf } from './planMath'

const loopOf = (points: (RoofPoint | ZonePoint)[]) => points.map(({ x, y }) => `${x},${-y}`).join(' ')

type Props = {
  answer: PlanAnswer
  slopes: SlopeFact[]
  unit: number
  lengths?: boolean
  ice?: boolean
  /** What lies under each slope stands below its letter. */
  under?: boolean
  /** The decision on the slopes: shaded where the covering is renewed, with the year below the letter. */
  sections?: RoofDecision[]
  chosenSlope?: string | null
  parts: PlanPart[]
}

/** Slopes with their letters, borders by class, the wall line, and water behind ice. Drawn from the lowest up. */
export function PlanShapes({
  answer,
  slopes,
  unit,
  lengths = false,
  ice = false,
  under = false,
  sections = [],
  chosenSlope,
  parts,
}: Props) {
  const sectionOf = (facet: PlanFacet) => sections.find(({ slopeIds }) => slopeIds.includes(facet.slopeId))
  const stands = (facet: PlanFacet) => parts.some((part) => part.id === facet.partId && part.onSlope != null)
  // What is built on a slope is drawn over it, however high the slope itself goes.
  const facets = [...answer.facets].sort((a, b) => Number(stands(a)) - Number(stands(b)) || a.highInches - b.highInches)
  return (
    <g>
      {facets.map((facet) => (
        <g key={facet.slopeId}>
          <polygon
            className="k-facet"
            data-on={facet.slopeId === chosenSlope || undefined}
            data-renewed={renewedOf(sectionOf(facet))}
            points={loopOf(facet.corners)}
          />
          <polygon
            className="k-shade"
            points={loopOf(facet.corners)}
            opacity={0.3 * shadeOf(facet.azimuthDegrees, facet.risePer12)}
          />
          {ice && <IceStrips reach={answer.ice.find(({ slopeId }) => slopeId === facet.slopeId)} unit={unit} />}
        </g>
      ))}
      {answer.wallLines.map((line) => (
        <polyline
          key={loopOf(line)}
          className="k-wallline"
          points={loopOf(line)}
          strokeWidth={unit}
          strokeDasharray={`${3 * unit} ${4 * unit}`}
        />
      ))}
      {answer.edges.map((edge) => (
        <EdgeLine
          key={`${edge.slopeId}${edge.from.x}:${edge.from.y}:${edge.to.x}:${edge.to.y}`}
          edge={edge}
          unit={unit}
        />
      ))}
      {sections
        .flatMap(({ newFolds }) => newFolds ?? [])
        .map(({ from, to }) => (
          <line
            key={`${from.x}:${from.y}:${to.x}:${to.y}`}
            className="k-edge k-edge-valley"
            x1={from.x}
            y1={-from.y}
            x2={to.x}
            y2={-to.y}
            strokeWidth={unit * 3}
            strokeDasharray={`${3 * unit} ${3 * unit}`}
          />
        ))}
      {lengths && answer.measured && <Lengths edges={answer.edges} unit={unit} />}
      {answer.facets.map((facet) => (
        <SlopeMark
          key={facet.slopeId}
          facet={facet}
          letter={slopes.find(({ id }) => id === facet.slopeId)?.letter ?? '·'}
          below={
            under ? underWords(answer, facet, unit) : fitting(String(sectionOf(facet)?.due?.likely ?? ''), facet, unit)
          }
          unit={unit}
        />
      ))}
    </g>
  )
}

const renewing: ReadonlySet<RoofDecision['action']> = new Set(['replace', 'relay', 'recover', 'reslope'])

const renewedOf = (section: RoofDecision | undefined) =>
  section && renewing.has(section.action) ? (section.soon ? 'soon' : 'later') : undefined

/** What lies under a slope, where the slope is wide enough to carry the words. */
function underWords(answer: PlanAnswer, facet: PlanFacet, unit: number): string {
  const words = answer.under
    .filter((share) => share.slopeId === facet.slopeId && share.squareFeet > 0)
    .map((share) => unders[share.under].toLowerCase())
    .join(', ')
  return fitting(words, facet, unit)
}

/** Letter, arrow and a line of words under each other, pixels. */
const markHighPx = 62

/** Words for a slope that is wide and high enough to carry them. */
function fitting(words: string, facet: PlanFacet, unit: number): string {
  const spanPx = (along: number[]) => (Math.max(...along) - Math.min(...along)) / unit
  const wide = spanPx(facet.corners.map(({ x }) => x)) > words.length * 7 + 24
  return wide && spanPx(facet.corners.map(({ y }) => y)) > markHighPx ? words : ''
}

function IceStrips({ reach, unit }: { reach: IceReach | undefined; unit: number }) {
  if (!reach) return null
  return (
    <>
      {reach.barrier.length > 2 && <polygon className="k-barrier" points={loopOf(reach.barrier)} strokeWidth={unit} />}
      {reach.water.length > 2 && (
        <polygon
          className="k-icewater"
          data-past={reach.verdict === 'past' || undefined}
          points={loopOf(reach.water)}
        />
      )}
    </>
  )
}

const weights = { eave: 3, rake: 2, headwall: 3.4, sidewall: 3.4, step: 3.4, valley: 2.4 } as Record<string, number>

function EdgeLine({ edge, unit }: { edge: PlanEdge; unit: number }) {
  if (edge.class === 'seam') return null
  return (
    <line
      className={`k-edge k-edge-${edge.class}`}
      x1={edge.from.x}
      y1={-edge.from.y}
      x2={edge.to.x}
      y2={-edge.to.y}
      strokeWidth={unit * (weights[edge.class] ?? 1.6)}
      strokeDasharray={edge.class === 'valley' ? `${9 * unit} ${4 * unit}` : undefined}
    />
  )
}

/** A wall's length is written on its other side: the eave that it meets has one too. */
const walls = new Set(['headwall', 'sidewall', 'step'])

/** Lengths stand along the edges that are long enough to carry them. */
function Lengths({ edges, unit }: { edges: PlanEdge[]; unit: number }) {
  return (
    <>
      {edges
        .filter((edge) => edge.class !== 'seam')
        .map((edge) => {
          const text = feetText(edge.trueFeet * 12)
          const [dx, dy] = [edge.to.x - edge.from.x, edge.to.y - edge.from.y]
          if (Math.hypot(dx, dy) < unit * (text.length * 7.5 + 10)) return null
          const angle = (-Math.atan2(dy, dx) * 180) / Math.PI
          const upright = angle > 90 ? angle - 180 : angle <= -90 ? angle + 180 : angle
          return (
            <text
              key={`${edge.slopeId}${edge.from.x}:${edge.from.y}:${edge.to.x}`}
              className="k-length"
              fontSize={13 * unit}
              textAnchor="middle"
              transform={`translate(${(edge.from.x + edge.to.x) / 2} ${-(edge.from.y + edge.to.y) / 2}) rotate(${upright}) translate(0 ${(walls.has(edge.class) ? 13 : -4) * unit})`}
            >
              {text}
            </text>
          )
        })}
    </>
  )
}

/** The letter, and an arrow the way the slope falls. */
function SlopeMark({ facet, letter, below, unit }: { facet: PlanFacet; letter: string; below: string; unit: number }) {
  // The words stand where the arrow does not.
  const fallsSouth = Math.abs(facet.azimuthDegrees - 180) < 60
  return (
    <g transform={`translate(${facet.labelX} ${-facet.labelY}) scale(${unit})`} className="k-slopemark">
      <path d="M0 -30 l5 9 h-3.5 v8 h-3 v-8 h-3.5 z" transform={`rotate(${facet.azimuthDegrees})`} />
      <text y="7" textAnchor="middle" fontSize="21">
        {letter}
      </text>
      {below && (
        <text className="k-undername" y={fallsSouth ? -15 : 23} textAnchor="middle">
          {below}
        </text>
      )}
    </g>
  )
}
