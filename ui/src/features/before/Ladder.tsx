import { Text } from '@chakra-ui/react'
import { useCore } from '../../core/useCore'
import { useParsed } from '../../shared/MeasureInput'
import { Caution } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

const INCHES_PER_FOOT = 12

/** The ladder for the landing that was measured, from the core. */
export function Ladder() {
  const { records } = useVisitContext()
  const typed = records.answers.find((answer) => answer.question === 'eave-height')?.typed ?? ''
  const inches = useParsed(typed, 'length', 'foot')?.value
  const ladder = useCore('ladder', inches ? { landingFeet: inches / INCHES_PER_FOOT } : undefined)
  if (!typed || !ladder) return null
  return (
    <>
      <Text fontWeight="bold">{ladder.words}</Text>
      <Caution>Ladder 4:1 and tied, clear of wires. Local rules and your own training come first.</Caution>
    </>
  )
}
