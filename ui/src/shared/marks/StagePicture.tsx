import type { ReactNode } from 'react'
import type { Covering } from '../../api/types'

type Props = { family: Covering['family']; stage: number }

const size = { width: 96, height: 64 } as const

/** A covering at a stage of wear, drawn: what one sees from a step away. */
export function StagePicture({ family, stage }: Props) {
  const draw = drawings[family]
  return (
    <svg viewBox={`0 0 ${size.width} ${size.height}`} className="k-stagepicture" aria-hidden="true">
      <rect width={size.width} height={size.height} className="k-stageground" />
      {draw(stage)}
    </svg>
  )
}

/** The same dots every time: a sum of odd steps scatters well enough for granules. */
const scatter = (count: number, spread = 1) =>
  Array.from({ length: count }, (_, i) => ({
    x: (i * 37.7 * spread) % size.width,
    y: (i * 23.3 * spread + i * i * 0.7) % size.height,
  }))

function shingles(stage: number): ReactNode {
  const rows = [0, 1, 2, 3]
  const loss = [0, 8, 26, 60, 90][stage] ?? 0
  return (
    <>
      {rows.map((row) => (
        <g key={row} transform={`translate(${row % 2 ? -12 : 0} ${row * 16})`}>
          {[0, 1, 2, 3, 4].map((tab) => {
            const gone = stage === 4 && (tab + row * 2) % 4 === 1
            const curl = stage >= 2 ? (stage - 1) * 1.6 * ((tab + row) % 2) : 0
            return gone ? (
              <rect key={tab} x={tab * 24} width="23" height="15" className="k-stagebare" />
            ) : (
              <path
                key={tab}
                d={`M${tab * 24} 0h23v15q-11.5 ${-curl * 1.6} -23 0z`}
                className={stage >= 4 ? 'k-stageworn' : 'k-stagesound'}
              />
            )
          })}
          <line x1="0" x2="120" y1="15.4" y2="15.4" className="k-stageline" strokeWidth={stage >= 2 ? 2 : 1} />
        </g>
      ))}
      {scatter(loss).map(({ x, y }, i) => (
        <circle
          key={`${x}-${y}`}
          cx={x}
          cy={y}
          r={stage >= 3 ? 1.9 : 1.3}
          className={i % 3 ? 'k-stagebare' : 'k-stageglint'}
        />
      ))}
    </>
  )
}

function tiles(stage: number): ReactNode {
  return (
    <>
      {[0, 1, 2].map((row) =>
        [0, 1, 2, 3].map((column) => {
          const odd = (row * 4 + column * 3) % 7
          const slipped = (stage >= 2 && odd === 3) || (stage >= 3 && odd === 5)
          const away = stage >= 4 && (odd === 1 || odd === 4)
          return (
            <g key={`${row}-${column}`} transform={`translate(${column * 24} ${row * 21 + (slipped ? 7 : 0)})`}>
              {away ? (
                <rect width="23" height="20" className="k-stagewood" />
              ) : (
                <path d="M0 3q6-6 12 0t11 0v17q-6 5-11 0t-12 0z" className="k-stagetile" />
              )}
              {stage >= 1 && odd === 2 && <path d="M3 6l8 5-2 7" className="k-stageline" fill="none" />}
            </g>
          )
        }),
      )}
      <path
        d={`M0 64h96v${-([4, 5, 8, 11, 14][stage] ?? 4)}${stage >= 3 ? 'l-12 5-9-6-13 7-10-6-14 5-11-6-13 6-14-5z' : 'h-96z'}`}
        className={stage >= 3 ? 'k-stagebare' : 'k-stagefelt'}
      />
    </>
  )
}

function membrane(stage: number): ReactNode {
  const dirt = [0, 12, 30, 40, 40][stage] ?? 0
  return (
    <>
      <rect width="96" height="64" className="k-stagesheet" />
      {scatter(dirt, 1.4).map(({ x, y }) => (
        <circle key={`${x}-${y}`} cx={x} cy={y} r="1.4" className="k-stagefelt" />
      ))}
      <rect y="24" width="96" height="9" className="k-stagelap" />
      <line x1="0" x2="96" y1="33" y2="33" className="k-stageline" />
      {stage === 2 && <ellipse cx="70" cy="52" rx="12" ry="5" className="k-stagering" />}
      {stage >= 3 && <path d="M22 33q22 10 48 0q-24-7-48 0z" className="k-stagebare" />}
      {stage >= 4 && (
        <>
          <path d="M4 50l16-6 7 9 12-4-3 12-30 2z" className="k-stagebare" />
          <path d="M60 6l18 3-4 12-13-2z" className="k-stagebare" />
        </>
      )}
    </>
  )
}

function metal(stage: number): ReactNode {
  const rust = [0, 3, 14, 44, 70][stage] ?? 0
  return (
    <>
      <rect width="96" height="64" className="k-stagesheet" />
      {[12, 36, 60, 84].map((x) => (
        <g key={x}>
          <line x1={x} x2={x} y1="0" y2="64" className="k-stageline" strokeWidth="3" />
          {[12, 34, 56].map((y) => (
            <circle
              key={y}
              cx={x + (stage >= 2 ? 4 : 3)}
              cy={y}
              r={stage >= 2 && y === 34 ? 3 : 2}
              className="k-stagebare"
            />
          ))}
        </g>
      ))}
      {scatter(rust, 1.1).map(({ x, y }) => (
        <circle key={`${x}-${y}`} cx={x} cy={y} r={stage >= 3 ? 3 : 2} className="k-stagerust" />
      ))}
      {stage >= 4 && <path d="M40 24l16-5 8 12-14 9-12-6z" className="k-stagebare" />}
    </>
  )
}

function glazing(stage: number): ReactNode {
  return (
    <>
      {[2, 34, 66].map((x, pane) => (
        <g key={x}>
          <rect x={x} y="3" width="28" height="58" className="k-stagesheet" />
          {stage >= 1 &&
            scatter([0, 3, 9, 20, 20][stage] ?? 0, 0.3).map((dot) => (
              <circle
                key={`${dot.x}-${dot.y}`}
                cx={x + (dot.x % 28)}
                cy={3 + (dot.y % 58)}
                r="1.2"
                className="k-stagebare"
              />
            ))}
          {stage >= 2 && pane === 1 && <path d={`M${x} 20q14 8 28 0`} className="k-stageline" fill="none" />}
          {stage >= 3 && <path d={`M${x + 4} 6l10 20l-6 12l14 20`} className="k-stageline" fill="none" />}
          {stage >= 4 && pane !== 1 && <path d={`M${x} 30l18 6l-4 25h-14z`} className="k-stagebare" />}
        </g>
      ))}
    </>
  )
}

const flat =
  (edge: 'slate' | 'wood') =>
  (stage: number): ReactNode => (
    <>
      {[0, 1, 2, 3].map((row) =>
        [0, 1, 2, 3, 4].map((column) => {
          const odd = (row * 5 + column * 3) % 7
          const away = (stage >= 4 && odd < 3) || (stage >= 3 && odd === 4)
          const chipped = stage >= 1 && odd === 2
          const split = stage >= 2 && odd === 5
          return (
            <g key={`${row}-${column}`} transform={`translate(${column * 22 - (row % 2 ? 10 : 0)} ${row * 16})`}>
              {away ? (
                <rect width="21" height="15" className="k-stagebare" />
              ) : (
                <path
                  d={chipped ? 'M0 0h21v10l-5 5h-16z' : 'M0 0h21v15h-21z'}
                  className={edge === 'slate' ? 'k-stagesound' : 'k-stagewood'}
                />
              )}
              {split && <path d={edge === 'wood' ? 'M10 0v15' : 'M3 4l14 8'} className="k-stageline" fill="none" />}
            </g>
          )
        }),
      )}
    </>
  )

const drawings: Record<Covering['family'], (stage: number) => ReactNode> = {
  asphalt: shingles,
  tile: tiles,
  membrane,
  metal,
  glazing,
  slate: flat('slate'),
  wood: flat('wood'),
}
