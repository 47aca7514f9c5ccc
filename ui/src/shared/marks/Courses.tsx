import { useId } from 'react'
import type { LifeLine } from '../../api/types'
import { coursesShape, type Tab } from './coursesShape'

const HEIGHT = 36

const tabPath = ({ x, width, kind }: Tab) => {
  const w = Math.max(1, width - 1.4)
  const corner = Math.min(3, w / 2)
  const drop = kind === 'weathered' ? 17 : 22
  return `M${x + 0.7} 9 h${w} v${drop} q0 ${corner} -${corner} ${corner} h-${w - 2 * corner} q-${corner} 0 -${corner} -${corner} z`
}

/** Remaining life drawn as courses; the words stand beside it, so it is a picture with a name. */
export function Courses({ life }: { life: LifeLine }) {
  const hatch = useId()
  if (!life.stated) return null
  const age = life.age ? (life.age.low + life.age.high) / 2 : null
  const { tabs, width, notchX } = coursesShape(age, life.stated)
  const label = `${age === null ? 'Age not known' : `${Math.round(age)} years behind`}; ${life.headline}`
  return (
    <svg
      className="k-courses"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width + 2} ${HEIGHT}`}
      width={width + 2}
      height={HEIGHT}
    >
      <pattern id={hatch} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="1.8" height="4" className="k-hatchline" />
      </pattern>
      {tabs.map((tab) => (
        <path
          key={tab.x}
          className={`k-${tab.kind}`}
          d={tabPath(tab)}
          fill={tab.kind === 'hatched' ? `url(#${hatch})` : undefined}
        />
      ))}
      {notchX !== null && <path className="k-notch" d={`M${notchX - 5} 0 h10 l-5 8 z`} />}
    </svg>
  )
}
