import type { SeriesAnswer } from '../../api/types'

const size = { width: 460, height: 118, left: 8, right: 60, top: 22, bottom: 24 } as const
const mostLabels = 12

/** A series drawn: a dot for each reading, the limit as a line, the worst one named. */
export function SeriesChart({ series }: { series: SeriesAnswer }) {
  const { points } = series
  const bounds = [series.limitLeast, series.limitMost].filter(
    (bound): bound is number => bound !== null && bound !== undefined,
  )
  const low = Math.min(series.least, ...bounds)
  const high = Math.max(series.most, ...bounds)
  const span = high - low || 1
  const x = (i: number) =>
    size.left + 14 + (i * (size.width - size.left - size.right - 28)) / Math.max(1, points.length - 1)
  const y = (value: number) => size.top + ((high - value) * (size.height - size.top - size.bottom)) / span
  const every = Math.ceil(points.length / mostLabels)
  const worst = points.findIndex(({ at }) => at === series.worstAt)
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="k-series"
      role="img"
      aria-label={`${series.name}: ${series.words}`}
    >
      {bounds.map((bound) => (
        <g key={bound}>
          <line className="k-serieslimit" x1={size.left} x2={size.width - size.right} y1={y(bound)} y2={y(bound)} />
          <text x={size.width - size.right + 6} y={y(bound) + 4} className="k-seriestext">
            limit
          </text>
        </g>
      ))}
      <polyline className="k-seriesline" points={points.map(({ value }, i) => `${x(i)},${y(value)}`).join(' ')} />
      {points.map(({ at, label, value, printed, outside }, i) => (
        <g key={`${at}-${label}`}>
          <circle
            cx={x(i)}
            cy={y(value)}
            r={i === worst ? 6 : 4.5}
            className={outside || i === worst ? 'k-seriesworst' : 'k-seriesdot'}
          />
          {(i % every === 0 || i === worst) && (
            <text x={x(i)} y={size.height - 6} textAnchor="middle" className="k-seriestext">
              {label}
            </text>
          )}
          {(i === worst || i === 0 || i === points.length - 1) && (
            <text x={x(i)} y={y(value) - 9} textAnchor="middle" className="k-seriestext">
              {printed}
            </text>
          )}
        </g>
      ))}
    </svg>
  )
}
