import { Box, Button, Flex, Input, Stack, Text, Textarea } from '@chakra-ui/react'
import type { OwnCondition } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { Labelled } from '../../shared/Labelled'
import { consequences, isWhole } from '../../shared/ownCondition'
import { Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'

type Props = { own: OwnCondition; onChange: (own: OwnCondition) => void; onList: () => void }

/** A finding that the rule book has no condition for, in the inspector's own words; the firm can save it to be offered again. */
export function OwnFields({ own, onChange, onList }: Props) {
  const { rules, keep, saving, error, me } = useFirm()
  const set = (fields: Partial<OwnCondition>) => onChange({ ...own, ...fields })
  const same = (rules.conditions ?? []).some(
    (other) => other.title === own.title && other.seen === own.seen && other.recommendation === own.recommendation,
  )
  const saveForFirm = () => {
    const others = (rules.conditions ?? []).filter(({ title }) => title !== own.title)
    keep({ conditions: [...others, { ...own, by: me }] })
  }
  return (
    <Stack gap="3" as="section" aria-label="In your own words">
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
      {!isWhole(own) && <Text color="faint">A title, what you saw and what you recommend are needed to save it.</Text>}
      <Flex gap="2" wrap="wrap" align="center">
        <Button variant="outline" size="sm" onClick={onList}>
          Choose from the list
        </Button>
        {isWhole(own) &&
          (same ? (
            <Text color="faint">Saved with the firm’s own conditions.</Text>
          ) : (
            <Button variant="outline" size="sm" onClick={saveForFirm} loading={saving}>
              Save for the firm
            </Button>
          ))}
      </Flex>
      {error !== null && (
        <Box>
          <Trouble error={error} />
        </Box>
      )}
    </Stack>
  )
}
