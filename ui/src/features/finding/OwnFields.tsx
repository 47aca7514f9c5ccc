import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import type { OwnCondition } from '../../api/types'
import { OwnConditionFields } from '../../shared/OwnConditionFields'
import { isWhole } from '../../shared/ownCondition'
import { Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'

type Props = { own: OwnCondition; onChange: (own: OwnCondition) => void; onList: () => void }

/** A finding that the rule book has no condition for, in the inspector's own words; the firm can save it to be offered again. */
export function OwnFields({ own, onChange, onList }: Props) {
  const { rules, known, keep, saving, error, me } = useFirm()
  const same = (rules.conditions ?? []).some(
    (other) => other.title === own.title && other.seen === own.seen && other.recommendation === own.recommendation,
  )
  const saveForFirm = () => {
    const others = (rules.conditions ?? []).filter(({ title }) => title !== own.title)
    keep({ conditions: [...others, { ...own, by: me }] })
  }
  return (
    <Stack gap="3" as="section" aria-label="In your own words">
      <OwnConditionFields own={own} onChange={onChange} />
      {!isWhole(own) && <Text color="faint">A title, what you saw and what you recommend are needed to save it.</Text>}
      <Flex gap="2" wrap="wrap" align="center">
        <Button variant="outline" size="sm" onClick={onList}>
          Choose from the list
        </Button>
        {isWhole(own) &&
          (same ? (
            <Text color="faint">Saved with the firm’s own conditions.</Text>
          ) : (
            <Button variant="outline" size="sm" onClick={saveForFirm} loading={saving} disabled={!known}>
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
