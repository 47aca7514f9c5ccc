import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { OwnCondition } from '../../api/types'
import { download } from '../../shared/download'
import { consequences } from '../../shared/ownCondition'
import { ended } from '../../shared/sentences'
import { Lines, Part } from './EntryParts'
import { csvOf, jsonOf, merged, readConditions } from './firmConditions'

type Props = { conditions: OwnCondition[]; onChange: (conditions: OwnCondition[]) => void }

/** The firm's own conditions: apart from the shipped book, exported and imported. */
export function FirmConditions({ conditions, onChange }: Props) {
  const [problems, setProblems] = useState<string[]>([])
  const [imported, setImported] = useState(0)
  const take = async (file: File | undefined) => {
    if (!file) return
    const read = readConditions(await file.text())
    setProblems(read.problems)
    setImported(read.conditions.length)
    if (read.conditions.length > 0) onChange(merged(conditions, read.conditions))
  }
  return (
    <Part title="Firm conditions">
      {conditions.length === 0 ? (
        <Text color="faint">None yet. A finding in your own words can be saved here.</Text>
      ) : (
        <Lines
          of={conditions.map((own) => (
            <span key={own.title}>
              <strong>{own.title}</strong>: {ended(own.seen)} {consequences[own.consequence]}.{' '}
              {ended(own.recommendation)}
              {own.trade ? ` By: ${own.trade}.` : ''}{' '}
              <Button
                variant="outline"
                size="xs"
                aria-label={`Delete ${own.title}`}
                onClick={() => onChange(conditions.filter(({ title }) => title !== own.title))}
              >
                Delete
              </Button>
            </span>
          ))}
        />
      )}
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        {conditions.length > 0 && (
          <>
            <Button
              size="sm"
              variant="outline"
              onClick={() => download('conditions.csv', 'text/csv', csvOf(conditions))}
            >
              Export CSV
            </Button>
            <Button
              size="sm"
              variant="outline"
              onClick={() => download('conditions.json', 'application/json', jsonOf(conditions))}
            >
              Export JSON
            </Button>
          </>
        )}
        <label className="k-photokey">
          Import CSV or JSON
          <input
            type="file"
            accept=".csv,.json,text/csv,application/json"
            onChange={(event) => {
              void take(event.target.files?.[0])
              event.target.value = ''
            }}
          />
        </label>
      </Flex>
      <Box role="status" mt="1">
        {imported > 0 && (
          <Text>{imported === 1 ? '1 condition was imported.' : `${imported} conditions were imported.`}</Text>
        )}
        {problems.map((problem) => (
          <Text key={problem} color="fg.error">
            {problem}
          </Text>
        ))}
        {problems.length > 0 && <Text color="fg.error">Nothing was imported. Correct the file and try again.</Text>}
      </Box>
    </Part>
  )
}
