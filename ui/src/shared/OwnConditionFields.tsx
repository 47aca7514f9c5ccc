import { Input, Textarea } from '@chakra-ui/react'
import type { OwnCondition } from '../api/types'
import { Choice } from './Choice'
import { Labelled } from './Labelled'
import { consequences } from './ownCondition'

type Props = { own: OwnCondition; onChange: (own: OwnCondition) => void }

/** What a condition in own words consists of, for a finding and for the firm's list. */
export function OwnConditionFields({ own, onChange }: Props) {
  const set = (fields: Partial<OwnCondition>) => onChange({ ...own, ...fields })
  return (
    <>
      <Labelled wide label="Title">
        <Input
          size="lg"
          value={own.title}
          placeholder="Loose weather vane"
          onChange={(event) => set({ title: event.target.value })}
        />
      </Labelled>
      <Labelled wide label="What you saw">
        <Textarea
          rows={2}
          value={own.seen}
          placeholder="The weather vane was loose at its base."
          onChange={(event) => set({ seen: event.target.value })}
        />
      </Labelled>
      <Choice
        label="What it can lead to"
        value={own.consequence}
        options={consequences}
        onChange={(consequence) => set({ consequence })}
      />
      <Labelled wide label="What you recommend">
        <Input
          size="lg"
          value={own.recommendation}
          placeholder="Refasten the weather vane"
          onChange={(event) => set({ recommendation: event.target.value })}
        />
      </Labelled>
      <Labelled wide label="Trade (blank: roofer)">
        <Input value={own.trade ?? ''} onChange={(event) => set({ trade: event.target.value })} />
      </Labelled>
    </>
  )
}
