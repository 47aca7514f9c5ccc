import type { ReactNode } from 'react'
import type { ComponentKind, Covering } from '../../api/types'

type Job = ComponentKind['job']
type Props = { job: Job; family?: Covering['family']; governs: boolean; worn: boolean }

const size = { width: 84, height: 34 } as const

/** One layer or fitting of a slope, cut through and drawn; the one that governs has the copper edge. */
export function LayerPicture({ job, family, governs, worn }: Props) {
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="k-layer"
      data-governs={governs || undefined}
      aria-hidden="true"
    >
      {drawingOf(job, family)}
      {worn && <path className="k-layerworn" d="M20 4 l5 10 -4 6 6 10 M56 3 l-4 9 6 8 -3 10" />}
      {governs && <rect className="k-layeredge" x="1.5" y="1.5" width={size.width - 3} height={size.height - 3} />}
    </svg>
  )
}

const steps = (count: number, of: (i: number) => ReactNode) => Array.from({ length: count }, (_, i) => of(i))

function drawingOf(job: Job, family?: Covering['family']): ReactNode {
  switch (job) {
    case 'shedsWater':
      return family === 'tile' ? (
        <path className="k-layertile" d={tileWave} />
      ) : (
        <path className="k-layershingle" d={lappedTabs} />
      )
    case 'keepsWaterOut':
      return (
        <>
          <rect className="k-layerfelt" x="2" y="12" width="80" height="9" />
          {steps(13, (i) => (
            <circle key={i} className="k-layergrit" cx={6 + i * 6} cy={15 + (i % 3)} r="1" />
          ))}
        </>
      )
    case 'insulation':
      return (
        <path
          className="k-layerline"
          d={`M2 28 ${steps(10, (i) => `L${6 + i * 8} ${i % 2 ? 28 : 7}`).join(' ')} M2 5 h80 M2 30 h80`}
        />
      )
    case 'deck':
      return (
        <path className="k-layerwood" d="M2 8 h80 v18 h-80 z M6 13 h28 M40 13 h38 M10 19 h42 M58 19 h20 M42 8 v18" />
      )
    case 'flashing':
    case 'edge':
      return <path className="k-layermetal" d="M4 26 h42 v-20 h8 v-3 h-12 v19 h-38 z M58 26 h22 v4 h-24 z" />
    case 'sealant':
      return <path className="k-layerbead" d="M4 22 q8 -16 18 -4 t18 0 t18 0 t18 2 q4 8 -6 10 h-60 q-8 -2 -6 -8 z" />
    case 'fasteners':
      return (
        <path
          className="k-layermetal"
          d={steps(4, (i) => `M${8 + i * 20} 6 h12 v4 h-4 v16 l-2 5 -2 -5 v-16 h-4 z`).join(' ')}
        />
      )
    default:
      return <path className="k-layerline" d="M8 6 v16 q0 8 8 8 h52 q8 0 8 -8 v-16" />
  }
}

const tileWave = `M2 24 ${steps(5, () => 'q8 -20 16 0').join(' ')} v6 h-80 z`
const lappedTabs = steps(3, (i) => `M${2 + i * 20} ${24 - i * 7} h${80 - i * 20} v7 h-${80 - i * 20} z`).join(' ')
