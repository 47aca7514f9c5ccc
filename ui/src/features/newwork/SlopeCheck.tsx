import { Box, Button, Field, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { CourseFact, NailFault, SampleFact, SlopeFact } from '../../api/types'
import { useCore } from '../../core/useCore'
import { useRecord } from '../../shared/facts'
import { readMeasure, useParsed } from '../../shared/MeasureInput'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { placeId } from '../../shared/placeId'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { nailFaults } from '../../shared/words'

const picks = { usual: 10, usualNails: 12, mostCourses: 2_000 } as const

/** The picked courses of one slope: picked before anybody climbs, then counted one by one. */
export function SlopeCheck({ slope }: { slope: SlopeFact }) {
  const { records, assessment } = useVisitContext()
  const sample = records.samples.find((other) => other.slopeId === slope.id)
  const said = assessment.newWork?.samples.find((other) => other.slopeId === slope.id)
  const [at, setAt] = useState<number | null>(null)
  const course = at ?? said?.left[0] ?? sample?.picked[0]
  return (
    <Stack className="k-sheet" gap="3">
      <Flex gap="2" align="center">
        <PlanLetter letter={slope.letter} facing={slope.facing} />
        <Heading as="h2" size="lg">
          Slope {slope.letter}
        </Heading>
      </Flex>
      {!sample && <PickCourses slope={slope} />}
      {sample && said && course !== undefined && (
        <>
          <Text>{said.words}</Text>
          {said.ways.length > 0 && (
            <Text fontSize="sm">{said.ways.map((way) => `${nailFaults[way.fault]}: ${way.count}`).join(' · ')}</Text>
          )}
          <Flex gap="1.5" wrap="wrap">
            {sample.picked.map((picked) => (
              <button
                key={picked}
                type="button"
                className="k-key k-tightkey"
                data-on={picked === course || undefined}
                aria-label={`Course ${picked}, ${said.left.includes(picked) ? 'to look at' : 'done'}`}
                onClick={() => setAt(picked)}
              >
                {picked}
                {!said.left.includes(picked) && ' ✓'}
              </button>
            ))}
          </Flex>
          <CourseForm key={course} slope={slope} course={course} onDone={() => setAt(null)} />
        </>
      )}
    </Stack>
  )
}

function PickCourses({ slope }: { slope: SlopeFact }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [courses, setCourses] = useState('')
  // Whole numbers only: a slip of the thumb must not pick among millions.
  const typed = /^\s*\d+\s*$/.test(courses) ? Number(courses) : Number.NaN
  const count = typed <= picks.mostCourses ? typed : Number.NaN
  const picked = useCore(
    'picks',
    count > 0 ? { visitId: visit.visit.id, slopeId: slope.id, courses: count, count: picks.usual } : undefined,
  )
  const keep = () => {
    if (!picked) return
    const fact: SampleFact = {
      id: placeId('sample', visit.visit.id, slope.id),
      visitId: visit.visit.id,
      slopeId: slope.id,
      coursesOnSlope: count,
      picked: picked.courses,
    }
    record.mutate([{ kind: 'sample', fact }])
  }
  return (
    <Stack gap="2">
      <Text>Count the courses from eave to ridge; Kalpa picks {picks.usual} of them, and those make the rate.</Text>
      <Flex gap="2">
        <Input
          w="9rem"
          aria-label={`Courses on slope ${slope.letter}`}
          inputMode="numeric"
          placeholder="38 courses"
          value={courses}
          onChange={(event) => setCourses(event.target.value)}
        />
        <Button
          size="lg"
          colorPalette="verdigris"
          onClick={keep}
          disabled={!(count > 0)}
          loading={record.isPending || (count > 0 && !picked)}
        >
          Select courses
        </Button>
      </Flex>
      {courses.trim() && !(count > 0) && (
        <Text color="fg.error">Type how many courses there are, 1 to {picks.mostCourses}.</Text>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

function CourseForm({ slope, course, onDone }: { slope: SlopeFact; course: number; onDone: () => void }) {
  const { visit, records, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const given = records.courses.find((other) => other.slopeId === slope.id && other.course === course)
  const before = records.courses.at(-1)
  const [looked, setLooked] = useState(String(given?.nailsLooked ?? before?.nailsLooked ?? picks.usualNails))
  const [wrong, setWrong] = useState<Partial<Record<NailFault, number>>>(
    Object.fromEntries((given?.wrong ?? []).map(({ fault, count }) => [fault, count])),
  )
  const [exposure, setExposure] = useState(given?.exposure?.typed ?? '')
  const parsed = useParsed(exposure, 'length')
  const likely = book.quantities.find((quantity) => quantity.id === 'exposure')?.likely ?? []
  const nails = Number.parseInt(looked, 10)
  const total = Object.values(wrong).reduce((sum, count) => sum + (count ?? 0), 0)
  const tooMany = total > nails
  const step = (fault: NailFault, by: number) =>
    setWrong((old) => ({ ...old, [fault]: Math.max(0, (old[fault] ?? 0) + by) }))
  const [failure, setFailure] = useState<unknown>()
  const [reading, setReading] = useState(false)
  const keep = async () => {
    setFailure(undefined)
    setReading(true)
    const read = await readMeasure(exposure, 'length').catch((error: unknown) => {
      setFailure(error)
      return undefined
    })
    setReading(false)
    if (read === undefined || read?.problem) return
    const fact: CourseFact = {
      id: given?.id ?? placeId('course', visit.visit.id, slope.id, String(course)),
      visitId: visit.visit.id,
      slopeId: slope.id,
      course,
      nailsLooked: nails,
      wrong: (Object.entries(wrong) as [NailFault, number][]).flatMap(([fault, count]) =>
        count > 0 ? [{ fault, count }] : [],
      ),
      exposure: read?.value != null ? { typed: exposure, value: read.value, how: 'tape' } : null,
    }
    record.mutate([{ kind: 'course', fact }], { onSuccess: onDone })
  }
  return (
    <Stack gap="3" className="k-todos">
      <Flex gap="3" align="center" wrap="wrap">
        <Text fontWeight="bold">Course {course} from the eave</Text>
        <Field.Root w="9rem">
          <Field.Label>Nails checked</Field.Label>
          <Input inputMode="numeric" value={looked} onChange={(event) => setLooked(event.target.value)} />
        </Field.Root>
      </Flex>
      <Box>
        <Text className="k-label">Misplaced, and how: tap to add one</Text>
        <Flex gap="2" wrap="wrap">
          {(Object.entries(nailFaults) as [NailFault, string][]).map(([fault, words]) => (
            <Flex key={fault}>
              <button
                type="button"
                className="k-key"
                data-on={wrong[fault] ? true : undefined}
                onClick={() => step(fault, 1)}
              >
                {words}
                {wrong[fault] ? `: ${wrong[fault]}` : ''}
              </button>
              {(wrong[fault] ?? 0) > 0 && (
                <button
                  type="button"
                  className="k-key k-tightkey"
                  aria-label={`One less: ${words}`}
                  onClick={() => step(fault, -1)}
                >
                  −
                </button>
              )}
            </Flex>
          ))}
        </Flex>
        {tooMany && (
          <Text color="fg.error">
            {total} wrong of {looked} looked at: count each nail once, by its worst defect.
          </Text>
        )}
      </Box>
      <Box>
        <Text className="k-label">Exposure, inches</Text>
        <Flex gap="2" wrap="wrap" align="center">
          {likely.map((value) => (
            <button
              key={value}
              type="button"
              className="k-key k-tightkey"
              data-on={value === exposure || undefined}
              onClick={() => setExposure(value)}
            >
              {value}
            </button>
          ))}
          <Input
            w="8rem"
            aria-label={`Exposure of course ${course}`}
            placeholder="5 5/8"
            value={exposure}
            onChange={(event) => setExposure(event.target.value)}
          />
        </Flex>
        {parsed?.problem && <Text color="fg.error">{parsed.problem.text}</Text>}
      </Box>
      <Button
        size="lg"
        colorPalette="verdigris"
        onClick={keep}
        disabled={!(nails >= 0) || tooMany || Boolean(parsed?.problem)}
        loading={record.isPending || reading}
      >
        Save course {course}
      </Button>
      {(record.isError || failure !== undefined) && <Trouble error={record.error ?? failure} />}
    </Stack>
  )
}
