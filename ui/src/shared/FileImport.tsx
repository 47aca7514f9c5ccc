import { Box, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'

type KeyProps = { accept: string; onFile: (file: File) => void; children: ReactNode }

/** A key that chooses one file of data to be read. */
export function ImportKey({ accept, onFile, children }: KeyProps) {
  return (
    <label className="k-photokey">
      {children}
      <input
        type="file"
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0]
          // The same file may be chosen again once it is corrected.
          event.target.value = ''
          if (file) onFile(file)
        }}
      />
    </label>
  )
}

type OutcomeProps = { imported: number; one: string; several: string; problems: string[] }

/** What became of a file: how much was taken, or what is wrong with it. */
export function ImportOutcome({ imported, one, several, problems }: OutcomeProps) {
  return (
    <Box role="status" mt="1">
      {imported > 0 && (
        <Text>{imported === 1 ? `1 ${one} was imported.` : `${imported} ${several} were imported.`}</Text>
      )}
      {problems.map((problem) => (
        <Text key={problem} color="fg.error">
          {problem}
        </Text>
      ))}
      {problems.length > 0 && <Text color="fg.error">Nothing was imported. Correct the file and try again.</Text>}
    </Box>
  )
}
