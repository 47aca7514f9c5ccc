import { Box, Flex, Text } from '@chakra-ui/react'
import { type ReactNode, useId } from 'react'

type Props<T extends string> = {
  label: string
  value: T | null
  options: Partial<Record<T, string>>
  onChange: (value: T) => void
  hideLabel?: boolean
  /** In the line of the label, at its end. */
  beside?: ReactNode
}

/** One of a few, as fat keys for a gloved thumb; a radio group to everything else. */
export function Choice<T extends string>({ label, value, options, onChange, hideLabel, beside }: Props<T>) {
  const name = useId()
  return (
    <Box as="fieldset" border="0" m="0" p="0" minW="0">
      <Text as="legend" className={hideLabel ? 'k-hidden' : 'k-label'}>
        {label}
      </Text>
      {beside && (
        <Flex className="k-beside" wrap="wrap" justify="end" align="center" gap="1">
          {beside}
        </Flex>
      )}
      <Flex wrap="wrap" gap="2">
        {(Object.entries(options) as [T, string][]).map(([key, words]) => (
          <label key={key} className="k-key" data-on={key === value || undefined}>
            <input type="radio" name={name} checked={key === value} onChange={() => onChange(key)} />
            <span>{words}</span>
          </label>
        ))}
      </Flex>
    </Box>
  )
}
