import { Box, Button, Field, Flex, Heading, Input, NativeSelect, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import type { CoveringFact, PropertyDossier, SlopeFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { coveringOn } from '../../shared/covering'
import { type Change, useRecord } from '../../shared/facts'
import { MeasureInput, readMeasure, useParsed } from '../../shared/MeasureInput'
import { useBook } from '../../shared/queries'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { ageSources, facings, pitchSources, unders } from '../../shared/words'
import { YearWords } from '../../shared/YearWords'
import { coveringsOf, formOf, layersProblem, letterOf, letterProblem, type SlopeForm, yearProblem } from './slopeForm'

type Props = { roofId: string; slope: SlopeFact | null; dossier: PropertyDossier; onClose: () => void }

/** One slope and what covers it. Lengths and pitch stay as typed; the core says how it read them. */
export function SlopeEditor({ roofId, slope, dossier, onClose }: Props) {
  const covering = slope ? coveringOn(dossier.coverings, slope.id, dossier.today) : undefined
  // Slopes of one roof are mostly of one covering: a new one begins with what the last one has.
  const lastCovering = slope ? undefined : dossier.coverings.filter((other) => !other.endedOn).at(-1)
  // A letter names one slope of the property, whatever roof it is on.
  const used = dossier.slopes.map((other) => other.letter)
  const [form, setForm] = useState(() => formOf(slope, covering ?? lastCovering, used, dossier.today))
  const record = useRecord(dossier.heads)
  const set =
    <K extends keyof SlopeForm>(name: K) =>
    (value: SlopeForm[K]) =>
      setForm((old) => ({ ...old, [name]: value }))
  const badLetter = letterProblem(
    form.letter,
    dossier.slopes.filter(({ id }) => id !== slope?.id),
  )
  const pitch = useParsed(form.pitch, 'pitch')
  const eave = useParsed(form.eave, 'length', 'foot')
  const run = useParsed(form.run, 'length', 'foot')
  const unread =
    [eave, run].some((length) => length?.problem) ||
    yearProblem(form.laidFrom) ||
    yearProblem(form.laidTo) ||
    layersProblem(form.layers) ||
    // One that was shared before is kept until it is changed.
    (badLetter && form.letter !== slope?.letter)
  const ready = (pitch?.value != null || pitch?.reading === true) && !unread
  // Only what lies on a plan can take its pitch, and what is under it, from there.
  const plan = dossier.plans.find((other) => other.roofId === roofId)
  const onPlan = plan?.parts.some(
    (part) =>
      part.alone?.slopeId === slope?.id || part.corners.some((corner) => corner.slopeId === slope?.id && !corner.gable),
  )
  const { plan: fromPlan, ...read } = pitchSources
  const sources: Partial<typeof pitchSources> =
    onPlan || form.pitchSource === 'plan' ? { ...read, plan: fromPlan } : read
  const [failure, setFailure] = useState<unknown>()
  const [saving, setSaving] = useState(false)

  // What is typed is read to its end before anything is saved.
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    setFailure(undefined)
    setSaving(true)
    try {
      const read = await Promise.all([
        readMeasure(form.pitch, 'pitch'),
        readMeasure(form.eave, 'length', 'foot'),
        readMeasure(form.run, 'length', 'foot'),
      ])
      const problem = read.find((measure) => measure?.problem)?.problem
      if (problem) throw new Error(problem.text)
      keep(...(read.map((measure) => measure?.value ?? null) as [number | null, number | null, number | null]))
    } catch (error) {
      setFailure(error)
    } finally {
      setSaving(false)
    }
  }

  const keep = (risePer12: number | null, eaveInches: number | null, runInches: number | null) => {
    if (risePer12 === null) return
    const fact: SlopeFact = {
      retiredOn: slope?.retiredOn ?? null,
      id: slope?.id ?? newId(),
      roofId,
      letter: letterOf(form.letter),
      name: form.name,
      pitch: { typed: form.pitch, risePer12, source: form.pitchSource },
      facing: form.facing,
      under: form.under === 'asPlanned' ? null : form.under,
      eaveLength: eaveInches === null ? null : { typed: form.eave, inches: eaveInches },
      planRun: runInches === null ? null : { typed: form.run, inches: runInches },
    }
    const changes: Change[] = [
      { kind: 'slope', fact },
      ...coveringsOf(form, fact.id, covering, newId).map((said): Change => ({ kind: 'covering', fact: said })),
    ]
    record.mutate(changes, { onSuccess: onClose })
  }

  return (
    <form onSubmit={submit} aria-label={slope ? `Change slope ${slope.letter}` : 'Add a slope'}>
      <Stack gap="4" borderTopWidth="3px" borderColor="copper" pt="3" mt="2">
        <Heading as="h3" size="md">
          {slope ? `Slope ${slope.letter}` : 'A new slope'}
        </Heading>
        <SimpleGrid columns={{ base: 1, md: 2 }} gap="3">
          <Plain label="Letter" value={form.letter} onChange={set('letter')} problem={badLetter} />
          <Plain label="Name (optional)" value={form.name} onChange={set('name')} />
          <MeasureInput
            label="Pitch"
            typed={form.pitch}
            onTyped={set('pitch')}
            unit="pitch"
            hint="6/12, 18.4° or 14&quot; over 42&quot;"
            locked={
              form.pitchSource === 'plan'
                ? 'Taken from the plan. To enter a reading, choose how the pitch was read.'
                : undefined
            }
          />
          <Pick label="Pitch read by" value={form.pitchSource} options={sources} onChange={set('pitchSource')} />
          <MeasureInput
            label="Eave length"
            typed={form.eave}
            onTyped={set('eave')}
            unit="length"
            bareUnit="foot"
            hint="42' or 31' 6&quot;"
          />
          <MeasureInput
            label="Run on plan, eave to ridge"
            typed={form.run}
            onTyped={set('run')}
            unit="length"
            bareUnit="foot"
            hint="14' 6&quot;"
          />
        </SimpleGrid>
        <Choice label="Falls to the" value={form.facing} options={facings} onChange={set('facing')} />
        <Choice<SlopeForm['under']>
          label="What lies under it"
          value={form.under}
          options={onPlan ? { asPlanned: 'As on the plan', ...unders } : unders}
          onChange={set('under')}
        />
        {covering && (
          <Choice
            label="What covers it"
            value={form.change}
            options={{ correct: 'Put the record right', reroof: 'It was re-roofed' }}
            onChange={set('change')}
          />
        )}
        <CoveringFields form={form} set={set} />
        {(record.isError || failure !== undefined) && <Trouble error={record.error ?? failure} />}
        <Flex gap="3">
          <Button
            type="submit"
            size="lg"
            colorPalette="verdigris"
            disabled={!ready}
            loading={record.isPending || saving}
          >
            {slope ? 'Keep the change' : `Add slope ${form.letter}`}
          </Button>
          <Button size="lg" variant="outline" onClick={onClose}>
            Leave it
          </Button>
        </Flex>
        {!ready && <Text color="faint">A pitch that reads is all it takes; sizes and years can come later.</Text>}
      </Stack>
    </form>
  )
}

type Setter = <K extends keyof SlopeForm>(name: K) => (value: SlopeForm[K]) => void

function CoveringFields({ form, set }: { form: SlopeForm; set: Setter }) {
  const book = useBook()
  const kinds = Object.fromEntries(
    (book.data?.coverings ?? []).map((covering) => [covering.kind, covering.name]),
  ) as Record<CoveringFact['kind'], string>
  return (
    <Box>
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="3">
        <Pick label="Covering" value={form.kind} options={kinds} onChange={set('kind')} />
        <Plain label="Layers" value={form.layers} onChange={set('layers')} problem={layersProblem(form.layers)} />
        {form.change === 'reroof' ? (
          <Plain label="Re-roofed on" type="date" value={form.reroofedOn} onChange={set('reroofedOn')} />
        ) : (
          <>
            <Plain
              label="Laid in, or from (year)"
              value={form.laidFrom}
              onChange={set('laidFrom')}
              problem={yearProblem(form.laidFrom)}
            />
            <Plain
              label="Laid to, when unsure (year)"
              value={form.laidTo}
              onChange={set('laidTo')}
              problem={yearProblem(form.laidTo)}
            />
          </>
        )}
        <Pick label="The year comes from" value={form.ageSource} options={ageSources} onChange={set('ageSource')} />
      </SimpleGrid>
      {form.change !== 'reroof' && (
        <YearWords evidence={form.evidence} year={Number(form.reroofedOn.slice(0, 4))} onChange={set('evidence')} />
      )}
    </Box>
  )
}

function Plain({
  label,
  value,
  onChange,
  problem,
  type = 'text',
}: {
  type?: string
  label: string
  value: string
  onChange: (value: string) => void
  problem?: string | null
}) {
  return (
    <Field.Root invalid={Boolean(problem)}>
      <Field.Label>{label}</Field.Label>
      <Input value={value} onChange={(event) => onChange(event.target.value)} autoComplete="off" type={type} />
      {problem && <Field.ErrorText>{problem}</Field.ErrorText>}
    </Field.Root>
  )
}

function Pick<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: T
  options: Partial<Record<T, string>>
  onChange: (value: T) => void
}) {
  return (
    <Field.Root>
      <Field.Label>{label}</Field.Label>
      <NativeSelect.Root>
        <NativeSelect.Field value={value} onChange={(event) => onChange(event.target.value as T)}>
          {(Object.entries(options) as [T, string][]).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  )
}
