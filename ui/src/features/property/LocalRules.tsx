import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Limit, LocalProfileFact, LocalRain, PropertyDossier, Quantity } from '../../api/types'
import { Bound } from '../../shared/Bound'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { useParsed } from '../../shared/MeasureInput'
import { placeId } from '../../shared/placeId'
import { useBook } from '../../shared/queries'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { codeFamilies, dayText } from '../../shared/words'

/** What a jurisdiction most often asks otherwise; the others follow. */
const often = ['vent-height', 'width-without-cricket', 'ice-barrier-inside', 'layers', 'repaired-share']

/** What binds at a property: family of codes, jurisdiction with its edition, and its own values in the place of the book's. */
export function LocalRules({ dossier }: { dossier: PropertyDossier }) {
  const book = useBook().data
  const record = useRecord(dossier.heads)
  const [adding, setAdding] = useState(false)
  const { local } = dossier
  const keep = (fields: Partial<LocalProfileFact>) => {
    const fact: LocalProfileFact = {
      id: local?.id ?? placeId('localProfile', dossier.property.id),
      propertyId: dossier.property.id,
      code: local?.code ?? 'residential',
      jurisdiction: local?.jurisdiction ?? '',
      edition: local?.edition ?? '',
      limits: local?.limits ?? [],
      rain: local?.rain ?? null,
      ...fields,
    }
    record.mutate([{ kind: 'localProfile', fact }])
  }
  const limitOf = (id: string) => book?.limits.find((limit) => limit.id === id)
  const quantityOf = (limit: Limit | undefined) => book?.quantities.find(({ id }) => id === limit?.quantity)
  return (
    <Box className="k-sheet" as="section" aria-label="Local rules">
      <Heading as="h2" size="md" mb="2">
        Local rules
      </Heading>
      <Flex gap="4" wrap="wrap" align="end">
        <Choice
          label="Codes for"
          value={local?.code ?? 'residential'}
          options={codeFamilies}
          onChange={(code) => keep({ code })}
        />
        <Words
          label="Jurisdiction"
          value={local?.jurisdiction ?? ''}
          onKeep={(jurisdiction) => keep({ jurisdiction })}
        />
        <Words label="Adopted edition" value={local?.edition ?? ''} onKeep={(edition) => keep({ edition })} />
      </Flex>
      {(local?.limits ?? []).map((own) => {
        const limit = limitOf(own.limitId)
        const quantity = quantityOf(limit)
        return (
          <Flex key={own.limitId} gap="3" mt="2" pt="2" borderTopWidth="1px" align="center" wrap="wrap">
            <Text flex="1" minW="14rem">
              <strong className="k-capital">{quantity?.name}</strong>: here{' '}
              {quantity && <Bound quantity={quantity} least={own.least} most={own.most} />}
              {own.source && ` (${own.source})`}
              {quantity && limit && (
                <Text as="span" color="faint">
                  {' '}
                  instead of <Bound quantity={quantity} least={limit.least} most={limit.most} />, {limit.source}
                </Text>
              )}
            </Text>
            <Button
              variant="outline"
              size="md"
              onClick={() => keep({ limits: (local?.limits ?? []).filter((other) => other !== own) })}
            >
              Remove<span className="k-hidden"> {quantity?.name}</span>
            </Button>
          </Flex>
        )
      })}
      {adding && book ? (
        <NewLimit
          limits={book.limits}
          quantities={book.quantities}
          onKeep={(own) => {
            keep({ limits: [...(local?.limits ?? []).filter((other) => other.limitId !== own.limitId), own] })
            setAdding(false)
          }}
          onLeave={() => setAdding(false)}
        />
      ) : (
        <Button variant="outline" mt="3" onClick={() => setAdding(true)} disabled={!local?.jurisdiction}>
          Add a local value
        </Button>
      )}
      {!local?.jurisdiction && (
        <Text fontSize="sm" color="faint" mt="1">
          Name the jurisdiction first; its values are then shown with those of the rule book.
        </Text>
      )}
      <RainHere rain={local?.rain ?? null} today={dossier.today} onKeep={(rain) => keep({ rain })} />
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

type RainProps = { rain: LocalRain | null; today: string; onKeep: (rain: LocalRain | null) => void }

const mostRain = 30

/** The rain that gutters and drains are checked by here, with its source. */
function RainHere({ rain, today, onKeep }: RainProps) {
  const [inches, setInches] = useState(rain?.inchesPerHour.toString() ?? '')
  const [source, setSource] = useState(rain?.source ?? '')
  const value = Number(inches)
  const fault = !(value > 0 && value <= mostRain)
    ? `Enter the rain in inches an hour, up to ${mostRain}.`
    : source.trim()
      ? ''
      : 'Enter where the figure comes from.'
  const same = rain?.inchesPerHour === value && rain.source === source.trim()
  return (
    <Box mt="4" pt="3" borderTopWidth="1px" role="group" aria-labelledby="local-rain">
      <Heading as="h3" size="sm" id="local-rain" mb="1">
        Rain for gutters and drains
      </Heading>
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled label="Rain, in/h">
          <Input
            size="lg"
            w="7rem"
            inputMode="decimal"
            value={inches}
            onChange={(event) => setInches(event.target.value)}
          />
        </Labelled>
        <Labelled wide label="Where the figure comes from">
          <Input size="lg" value={source} onChange={(event) => setSource(event.target.value)} />
        </Labelled>
        <Button
          size="lg"
          variant="outline"
          disabled={fault !== '' || same}
          onClick={() => onKeep({ inchesPerHour: value, source: source.trim(), on: today })}
        >
          Use this rain
        </Button>
        {rain && (
          <Button size="lg" variant="outline" onClick={() => onKeep(null)}>
            Remove rain
          </Button>
        )}
      </Flex>
      <Text fontSize="sm" color="faint" mt="1" role="status">
        {rain ? `Entered ${dayText(rain.on)}.` : fault && inches ? fault : 'Until then the plan shows simulated rain.'}
      </Text>
    </Box>
  )
}

function Words({ label, value, onKeep }: { label: string; value: string; onKeep: (text: string) => void }) {
  const [text, setText] = useState(value)
  return (
    <Labelled wide label={label}>
      <Input
        size="lg"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text.trim() !== value && onKeep(text.trim())}
        onKeyDown={(event) => event.key === 'Enter' && text.trim() !== value && onKeep(text.trim())}
      />
    </Labelled>
  )
}

type NewProps = {
  limits: Limit[]
  quantities: Quantity[]
  onKeep: (own: LocalProfileFact['limits'][number]) => void
  onLeave: () => void
}

function NewLimit({ limits, quantities, onKeep, onLeave }: NewProps) {
  const [limitId, setLimitId] = useState(often[0] as string)
  const [typed, setTyped] = useState('')
  const [source, setSource] = useState('')
  const limit = limits.find(({ id }) => id === limitId)
  const quantity = quantities.find(({ id }) => id === limit?.quantity)
  const parsed = useParsed(typed, quantity?.unit ?? 'length')
  const value = parsed?.value
  const nameOf = (other: Limit) => `${quantities.find(({ id }) => id === other.quantity)?.name} (${other.source})`
  const ordered = [
    ...often.flatMap((id) => limits.find((other) => other.id === id) ?? []),
    ...limits.filter(({ id }) => !often.includes(id)),
  ]
  const atMost = limit?.least === null
  return (
    <Flex gap="3" mt="3" wrap="wrap" align="end">
      <Select
        label="Instead of"
        value={limitId}
        options={ordered.map((other) => [other.id, nameOf(other)] as const)}
        onChange={setLimitId}
      />
      <Labelled label={atMost ? 'Here at most' : 'Here at least'}>
        <Input size="lg" w="8rem" value={typed} onChange={(event) => setTyped(event.target.value)} />
      </Labelled>
      <Labelled wide label="Source">
        <Input
          size="lg"
          value={source}
          onChange={(event) => setSource(event.target.value)}
          placeholder="section of the local code"
        />
      </Labelled>
      <Button
        size="lg"
        colorPalette="verdigris"
        disabled={value == null}
        onClick={() =>
          value != null &&
          onKeep({
            limitId,
            least: atMost ? null : value,
            most: atMost ? value : (limit?.most ?? null),
            source: source.trim(),
          })
        }
      >
        Save
      </Button>
      <Button size="lg" variant="outline" onClick={onLeave}>
        Cancel
      </Button>
      {typed && parsed?.problem && <Text color="fg.error">{parsed.problem.text}</Text>}
    </Flex>
  )
}
