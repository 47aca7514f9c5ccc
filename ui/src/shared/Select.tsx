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
  const entries = Array.isArray(options) ? options : (Object.entries(options) as [T, string][])
  return (
    <label className="k-labelled">
      <span className={hideLabel ? 'k-hidden' : 'k-label'}>{label}</span>
      <select className="k-select" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {none !== undefined && <option value="">{none}</option>}
        {entries.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  )
}
