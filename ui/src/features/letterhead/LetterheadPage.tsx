import { Box, Button, Flex, Grid, Heading, Input, Stack, Text, Textarea } from '@chakra-ui/react'
import { useState } from 'react'
import type { CommissionPurpose, FactHead, LetterheadFact } from '../../api/types'
import { keepPicture } from '../../offline/pictures'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { PhotoButton } from '../../shared/PhotoButton'
import { Picture } from '../../shared/Picture'
import { useBook, useLetterhead } from '../../shared/queries'
import { SaveRow } from '../../shared/SaveRow'
import { Select } from '../../shared/Select'
import { Loading, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { purposes } from '../../shared/words'
import { contrastOnWhite, readable } from './contrast'

const papers = { letter: 'US Letter', a4: 'A4' } as const
/** Kalpa's own copper, and colors that are read on white. */
const colors = {
  '#94480f': 'Copper',
  '#1f4a6b': 'Blue',
  '#14685a': 'Green',
  '#7a1f2b': 'Red',
  '#16232e': 'Ink',
} as const

/** How the firm's reports look and what they state on the cover. */
export function LetterheadPage() {
  const answer = useLetterhead()
  if (answer.isError) return <Trouble error={answer.error} onRetry={() => answer.refetch()} />
  if (answer.isPending) return <Loading what="the letterhead" />
  const { firmName, heads } = answer.data
  return (
    <Box maxW="70rem">
      <Heading as="h1" size="xl" mb="3">
        Letterhead and statements
      </Heading>
      <Form firmName={firmName} before={answer.letterhead} heads={heads} onSaved={() => answer.refetch()} />
    </Box>
  )
}

type Props = { firmName: string; before: LetterheadFact | null; heads: FactHead[]; onSaved: () => void }

function Form({ firmName, before, heads, onSaved }: Props) {
  const record = useRecord(heads)
  const [fact, setFact] = useState<LetterheadFact>(
    () =>
      before ?? {
        id: newId(),
        name: firmName,
        lines: '',
        license: '',
        logoSha256: null,
        color: '',
        paper: 'letter',
        statements: [],
      },
  )
  const [trouble, setTrouble] = useState<unknown>()
  const set = (fields: Partial<LetterheadFact>) => setFact((old) => ({ ...old, ...fields }))
  const contrast = fact.color ? contrastOnWhite(fact.color) : undefined
  const fault = !fact.name.trim()
    ? 'Enter the firm’s name.'
    : contrast !== undefined && contrast < readable
      ? `This color is too pale to read on white paper (contrast ${contrast.toFixed(1)} to 1, needed ${readable}).`
      : ''
  const addLogo = async ([file]: File[]) => {
    try {
      set({ logoSha256: (await keepPicture(file as File)).sha256 })
      setTrouble(undefined)
    } catch (error) {
      setTrouble(error)
    }
  }
  return (
    <Grid templateColumns={{ base: '1fr', lg: '1fr 26rem' }} gap="5" alignItems="start">
      <Stack className="k-sheet" gap="4">
        <Labelled wide label="Name of the firm">
          <Input size="lg" value={fact.name} onChange={(event) => set({ name: event.target.value })} />
        </Labelled>
        <Labelled wide label="Address, phone and web, a line each">
          <Textarea rows={3} value={fact.lines} onChange={(event) => set({ lines: event.target.value })} />
        </Labelled>
        <Labelled wide label="License of the firm (optional)">
          <Input size="lg" value={fact.license} onChange={(event) => set({ license: event.target.value })} />
        </Labelled>
        <Flex gap="3" align="center" wrap="wrap">
          <PhotoButton label="Logo" onFiles={(files) => void addLogo(files)}>
            <span>{fact.logoSha256 ? 'Change the logo' : 'Add a logo'}</span>
          </PhotoButton>
          {fact.logoSha256 && (
            <Button variant="outline" onClick={() => set({ logoSha256: null })}>
              Remove the logo
            </Button>
          )}
        </Flex>
        {trouble !== undefined && <Trouble error={trouble} />}
        <Choice
          label="Color of headings"
          value={(fact.color || '#94480f') as keyof typeof colors}
          options={colors}
          onChange={(color) => set({ color })}
          beside={
            <input
              type="color"
              aria-label="Another color"
              className="k-color"
              value={fact.color || '#94480f'}
              onChange={(event) => set({ color: event.target.value.toLowerCase() })}
            />
          }
        />
        <Choice label="Paper" value={fact.paper} options={papers} onChange={(paper) => set({ paper })} />
        <Statements fact={fact} onChange={(statements) => set({ statements })} />
        <SaveRow
          label="Save"
          fault={fault}
          record={record}
          onSave={() => record.mutate([{ kind: 'letterhead', fact }], { onSuccess: onSaved })}
        >
          {record.isSuccess && <Text role="status">Saved. Reports that are signed stay as they are.</Text>}
        </SaveRow>
      </Stack>
      <Preview fact={fact} />
    </Grid>
  )
}

type Statement = LetterheadFact['statements'][number]

function Statements({
  fact,
  onChange,
}: {
  fact: LetterheadFact
  onChange: (of: LetterheadFact['statements']) => void
}) {
  const book = useBook()
  const [purpose, setPurpose] = useState<CommissionPurpose>('condition')
  const shipped = book.data?.commissions.find((rule) => rule.purpose === purpose)
  const own = fact.statements.find((statement) => statement.purpose === purpose)
  const write = (fields: Partial<Statement>) => {
    const others = fact.statements.filter((statement) => statement.purpose !== purpose)
    const next: Statement = { purpose, text: '', ...own, ...fields }
    onChange([next.text, next.scope, next.limits].some((text) => text?.trim()) ? [...others, next] : others)
  }
  return (
    <Stack gap="2">
      <Select label="Texts for" value={purpose} options={purposes} onChange={setPurpose} />
      <OwnText
        label="Statement on the cover"
        of={purposes[purpose]}
        shipped={shipped && `${shipped.opening} ${shipped.mayClaim.join(' ')}`}
        own={own?.text ?? ''}
        onChange={(text) => write({ text })}
      />
      <OwnText
        label="Scope in the agreement"
        of={purposes[purpose]}
        shipped={shipped?.scope}
        own={own?.scope ?? ''}
        onChange={(scope) => write({ scope: scope || null })}
      />
      <OwnText
        label="Limits in the agreement"
        of={purposes[purpose]}
        shipped={shipped?.limits}
        own={own?.limits ?? ''}
        onChange={(limits) => write({ limits: limits || null })}
      />
      <Text fontSize="sm" color="faint">
        An empty text is printed as shown in gray. Have a lawyer read your own once.
      </Text>
    </Stack>
  )
}

type OwnTextProps = {
  label: string
  of: string
  shipped: string | undefined
  own: string
  onChange: (text: string) => void
}

function OwnText({ label, of, shipped, own, onChange }: OwnTextProps) {
  return (
    <Labelled wide label={label}>
      <Textarea
        rows={4}
        aria-label={`${label}, ${of}`}
        placeholder={shipped}
        value={own}
        onChange={(event) => onChange(event.target.value)}
      />
    </Labelled>
  )
}

/** The head of the cover as it will be printed. */
function Preview({ fact }: { fact: LetterheadFact }) {
  const color = fact.color || '#94480f'
  return (
    <Box as="section" aria-label="Preview" className="k-paper">
      <Flex justify="space-between" gap="4">
        <Box>
          {fact.logoSha256 && (
            <Picture
              sha256={fact.logoSha256}
              alt="Logo"
              className=""
              style={{ maxHeight: '60px', maxWidth: '220px' }}
            />
          )}
          <Text fontWeight="bold" style={{ color }}>
            {fact.name}
          </Text>
          {fact.lines
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean)
            .map((line) => (
              <Text key={line} fontSize="sm">
                {line}
              </Text>
            ))}
        </Box>
        {fact.license && <Text fontSize="sm">License {fact.license}</Text>}
      </Flex>
      <Box mt="5" pl="3" style={{ borderLeft: `6px solid ${color}` }} bg="#f4efe4" py="3" pr="3">
        The verdict of the summary is printed in a box of this color.
      </Box>
    </Box>
  )
}
