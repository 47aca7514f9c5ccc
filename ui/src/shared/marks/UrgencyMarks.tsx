const MARKS = 6

/** Urgency as nail heads on a shingle tab, always with its words. */
export function UrgencyMarks({ marks, words }: { marks: number; words: string }) {
  return (
    <span className="k-nails">
      <svg aria-hidden="true" viewBox="0 0 100 24" width="100" height="24">
        <path className="k-nailtab" d="M1 1 h98 v17 q0 5 -5 5 h-88 q-5 0 -5 -5 z" />
        {Array.from({ length: MARKS }, (_, i) => 12 + i * 15.2).map((x, i) => (
          <circle key={x} className={i < marks ? 'k-nail' : 'k-hole'} cx={x} cy="11" r={i < marks ? 5 : 1.8} />
        ))}
      </svg>
      <strong>{words}</strong>
      <span className="k-hidden">{`Urgency ${marks} of ${MARKS}`}</span>
    </span>
  )
}
