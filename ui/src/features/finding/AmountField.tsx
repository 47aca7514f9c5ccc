import { Box, Input, NativeSelect, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { Amount, Condition, FindingFact } from '../../api/types'
import { amountKindOf, amountText, likelyAmounts, readAmount } from '../../shared/amount'
import { useVisitContext } from '../../shared/visitContext'

type Props = {
  draft: FindingFact
  condition: Condition
  /** As assessed: what is assumed until somebody says how much. */
  assessed: Amount | null | undefined
  onChange: (fields: Partial<FindingFact>) => void
  /** Whether what is typed cannot be read: it would be lost by saving. */
  onUnread: (unread: boolean) => void
}

const OTHER = 'other'

/** How much of it there is, beside its extent: assumed until one of the wheel is chosen or another is typed. */
export function AmountField({ draft, condition, assessed, onChange, onUnread }: Props) {
  const { book } = useVisitContext()
  const kind = amountKindOf(book, condition)
  const [typed, setTyped] = useState<string | null>(null)
  const read = typed === null ? null : readAmount(typed, kind)
  const unread = read !== null && 'problem' in read && typed !== ''
  useEffect(() => {
    onUnread(unread)
    return () => onUnread(false)
  }, [unread, onUnread])
  // Own words have no list: the text typed tells its kind.
  if (kind === 'none' && !draft.own && !draft.amount) return null
  if (draft.pond?.outline && assessed) return <Text flex="none">{assessed.words}, as drawn</Text>
  const likely = kind === 'none' ? [] : likelyAmounts[kind]
  const chosen = draft.amount ? amountText(draft.amount) : ''
  const listed = likely.map(amountText)
  const type = (text: string) => {
    setTyped(text)
    const found = readAmount(text, kind)
    onChange({ amount: 'problem' in found ? null : found })
  }
  const choose = (value: string) => {
    setTyped(value === OTHER ? chosen : null)
    if (value === OTHER) return
    onChange({ amount: likely[listed.indexOf(value)] ?? null })
  }
  return (
    <>
      <NativeSelect.Root size="sm" width="auto" flex="none">
        <NativeSelect.Field
          aria-label="How much"
          fontSize="md"
          height="36px"
          value={typed === null ? chosen : OTHER}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="">{assessed?.assumed ? `${assessed.words}, assumed` : 'Amount not given'}</option>
          {chosen && typed === null && !listed.includes(chosen) && <option value={chosen}>{chosen}</option>}
          {listed.map((text) => (
            <option key={text} value={text}>
              {text}
            </option>
          ))}
          <option value={OTHER}>Type it …</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {typed !== null && (
        <Box flexBasis="100%">
          <Input
            aria-label="Amount, typed"
            placeholder={kind === 'area' ? '4 x 6' : kind === 'none' ? '3, 12 ft or 4 x 6 ft' : '12'}
            value={typed}
            autoFocus
            onChange={(event) => type(event.target.value)}
          />
          {read && 'problem' in read && unread && <Text color="fg.error">{read.problem}</Text>}
        </Box>
      )}
    </>
  )
}
