import { useId } from 'react'

type Props<T extends string> = {
  label: string
  value: T | ''
  options: Partial<Record<T, string>> | readonly (readonly [T, string])[]
  onChange: (value: T) => void
  /** The words of choosing none of them; choosing it gives the empty text. */
  none?: string
  hideLabel?: boolean
}

/** One of many, in the device's own list: on a phone that is its wheel. */
export function Select<T extends string>({ label, value, options, onChange, none, hideLabel }: Props<T>) {
  // Not around the list: its options would be read out as part of its name.
  const id = useId()
  const entries = Array.isArray(options) ? options : (Object.entries(options) as [T, string][])
  return (
    <div className="k-labelled">
      <label htmlFor={id} className={hideLabel ? 'k-hidden' : 'k-label'}>
        {label}
      </label>
      <select id={id} className="k-select" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {none !== undefined && <option value="">{none}</option>}
        {entries.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </div>
  )
}
