import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { localIso, trueNow } from '../../api/clock'
import type { LeakTestFact, LeakTestKind, LeakTestResult, StainLeak } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Caution, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'

type Asked = Pick<LeakTestFact, 'test' | 'ways' | 'of' | 'afterRepair'> & {
  name: string
  minutes?: number
  how?: string
  caution?: string
}

const SHOWN = 3

/** Tests of a leak: the next ones to make, the one that is running, and what came of those made. One at a time. */
export function LeakTests({ leak }: { leak: StainLeak }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const made = records.leakTests ?? []
  const running = made.find((test) => test.result == null)
  const here = running?.findingId === leak.findingId ? running : undefined
  const keep = (fact: LeakTestFact) => record.mutate([{ kind: 'leakTest', fact }])
  const remove = (fact: LeakTestFact) => record.mutate([{ kind: 'leakTest', fact, deleted: true }])
  const begin = ({ test, ways, of, afterRepair }: Asked) =>
    keep({
      id: newId(),
      visitId: visit.visit.id,
      findingId: leak.findingId,
      test,
      ways,
      of: of ?? null,
      at: localIso(),
      result: null,
      minutes: null,
      afterRepair,
      note: '',
    })
  const asked = leak.repair ? repeats(made, leak) : next(leak)
  return (
    <Stack gap="3">
      {here && (
        <Running
          key={here.id}
          test={here}
          words={leak.tests?.find(({ id }) => id === here.id)?.words ?? ''}
          onResult={(result) => keep({ ...here, result, minutes: minutesSince(here.at) })}
          onCancel={() => remove(here)}
        />
      )}
      {!here && asked.length > 0 && (
        <Stack as="ol" listStyleType="none" gap="3">
          {asked.map((test, at) => (
            <Box as="li" key={`${test.test}${test.ways}${test.of}`}>
              <Flex gap="3" align="center" wrap="wrap">
                <Text flex="1" minW="12rem">
                  <strong>
                    {at === 0 ? 'Next: ' : 'Or: '}
                    {test.name}
                  </strong>
                  {test.minutes !== undefined && `, ${test.minutes} min`}
                </Text>
                <Button
                  size="lg"
                  variant={at === 0 ? 'solid' : 'outline'}
                  colorPalette={at === 0 ? 'verdigris' : undefined}
                  disabled={running !== undefined || record.isPending}
                  onClick={() => begin(test)}
                  aria-label={`Start ${test.name}`}
                >
                  Start
                </Button>
              </Flex>
              {at === 0 && test.how && <Text fontSize="sm">{test.how}</Text>}
              {at === 0 && test.caution && <Caution>{test.caution}</Caution>}
            </Box>
          ))}
        </Stack>
      )}
      {running && !here && <Text className="k-note">A test of another stain is running. Make one test at a time.</Text>}
      {leak.tests?.some((test) => !test.running) && (
        <Box>
          <Text fontWeight="bold">Tests made</Text>
          <Stack as="ul" listStyleType="none" gap="1">
            {leak.tests
              .filter((test) => !test.running)
              .map((test) => (
                <Flex as="li" key={test.id} gap="2" align="center">
                  <Text flex="1">{test.words}</Text>
                  <Button
                    size="sm"
                    variant="outline"
                    aria-label={`Remove: ${test.words}`}
                    onClick={() => {
                      const fact = made.find(({ id }) => id === test.id)
                      if (fact) remove(fact)
                    }}
                  >
                    Remove
                  </Button>
                </Flex>
              ))}
          </Stack>
        </Box>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

const next = (leak: StainLeak): Asked[] =>
  leak.answer.tests.slice(0, SHOWN).map((test) => ({
    test: test.test,
    ways: test.kinds,
    of: test.of ?? null,
    afterRepair: false,
    name: test.name,
    minutes: test.minutes,
    how: test.how,
    caution: test.caution,
  }))

/** Once it is repaired, the tests that were wet are made again. */
const repeats = (made: LeakTestFact[], leak: StainLeak): Asked[] =>
  leak.repair?.stage === 'returned'
    ? next(leak)
    : made
        .filter((test) => test.findingId === leak.findingId && test.result === 'wet' && !test.afterRepair)
        .map(({ id, test, ways, of }) => ({
          test,
          ways,
          of: of ?? null,
          afterRepair: true,
          name: `repeat of ${leak.tests?.find((told) => told.id === id)?.words.split(', ')[0] ?? 'the test'}`,
        }))

const minutesSince = (at: string) => Math.max(0, Math.round((trueNow() - Date.parse(at)) / 60_000))

const EVERY_MS = 10_000

/** Tests that bring water of their own: they end at the first drip. */
const bringingWater: ReadonlySet<LeakTestKind> = new Set(['hose', 'flood', 'dye', 'runEquipment'])

function Running({
  test,
  words,
  onResult,
  onCancel,
}: {
  test: LeakTestFact
  words: string
  onResult: (result: LeakTestResult) => void
  onCancel: () => void
}) {
  const water = bringingWater.has(test.test)
  const [minutes, setMinutes] = useState(() => minutesSince(test.at))
  useEffect(() => {
    const timer = setInterval(() => setMinutes(minutesSince(test.at)), EVERY_MS)
    return () => clearInterval(timer)
  }, [test.at])
  return (
    <Box className="k-note" role="status" aria-label="Running test">
      <Text fontWeight="bold">{words}</Text>
      <Text>
        {minutes} min so far.{water && ' Stop at the first drip.'}
      </Text>
      <Flex gap="2" wrap="wrap" mt="2">
        <Button size="lg" colorPalette="verdigris" onClick={() => onResult('wet')}>
          {water ? 'Water shows' : 'Shows a leak'}
        </Button>
        <Button size="lg" variant="outline" onClick={() => onResult('dry')}>
          {water ? 'Stays dry' : 'Shows none'}
        </Button>
        <Button size="lg" variant="outline" onClick={() => onResult('unclear')}>
          No clear result
        </Button>
        <Button size="lg" variant="outline" onClick={onCancel}>
          Cancel test
        </Button>
      </Flex>
    </Box>
  )
}
