import { Box, Button, Flex, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { zodResolver } from '@hookform/resolvers/zod'
import { useState } from 'react'
import { type UseFormReturn, useForm, useWatch } from 'react-hook-form'
import type { CoveringFact, PropertyDossier, SlopeFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { coveringOn } from '../../shared/covering'
import { FormField } from '../../shared/FormField'
import { type Change, useRecord } from '../../shared/facts'
import { MeasureInput, readMeasure, useParsed } from '../../shared/MeasureInput'
import { useBook } from '../../shared/queries'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { ageSources, facings, pitchSources, unders } from '../../shared/words'
import { YearWords } from '../../shared/YearWords'
import { coveringsOf, formOf, letterOf, type SlopeForm, slopeSchema } from './slopeForm'

type Props = { roofId: string; slope: SlopeFact | null; dossier: PropertyDossier; onClose: () => void }

/** One slope and what covers it. Lengths and pitch stay as typed; the core says how it read them. */
export function SlopeEditor({ roofId, slope, dossier, onClose }: Props) {
  const covering = slope ? coveringOn(dossier.coverings, slope.id, dossier.today) : undefined
  // Slopes of one roof are mostly of one covering: a new one begins with what the last one has.
  const lastCovering = slope ? undefined : dossier.coverings.filter((other) => !other.endedOn).at(-1)
  // A letter names one slope of the property, whatever roof it is on.
  const used = dossier.slopes.map((other) => other.letter)
  const others = dossier.slopes.filter(({ id }) => id !== slope?.id)
  const form = useForm<SlopeForm>({
    resolver: zodResolver(slopeSchema(others, dossier.today, slope?.letter)),
    defaultValues: formOf(slope, covering ?? lastCovering, used, dossier.today),
    mode: 'onChange',
  })
  const typed = useWatch({ control: form.control }) as SlopeForm
  const record = useRecord(dossier.heads)
  const set: Setter = (name) => (value) =>
    form.setValue(name, value as never, { shouldDirty: true, shouldValidate: true })
  const pitch = useParsed(typed.pitch, 'pitch', 'inch', typed.kind)
  const eave = useParsed(typed.eave, 'length', 'foot')
  const run = useParsed(typed.run, 'length', 'foot')
  const wrong = Object.keys(form.formState.errors).length > 0 || [eave, run].some((length) => length?.problem)
  const ready = (pitch?.value != null || pitch?.reading === true) && !wrong
  // Only what lies on a plan can take its pitch, and what is under it, from there.
  const plan = dossier.plans.find((other) => other.roofId === roofId)
  const onPlan = plan?.parts.some(
    (part) =>
      part.alone?.slopeId === slope?.id || part.corners.some((corner) => corner.slopeId === slope?.id && !corner.gable),
  )
  const { plan: fromPlan, ...read } = pitchSources
  const sources: Partial<typeof pitchSources> =
    onPlan || typed.pitchSource === 'plan' ? { ...read, plan: fromPlan } : read
  const [failure, setFailure] = useState<unknown>()

  // What is typed is read to its end before anything is saved.
  const submit = form.handleSubmit(async (said) => {
    setFailure(undefined)
    try {
      const read = await Promise.all([
        readMeasure(said.pitch, 'pitch', 'inch', said.kind),
        readMeasure(said.eave, 'length', 'foot'),
        readMeasure(said.run, 'length', 'foot'),
      ])
      const problem = read.find((measure) => measure?.problem)?.problem
      if (problem) throw new Error(problem.text)
      const [rise, eaveInches, runInches] = read.map((measure) => measure?.value ?? null)
      // What was read by its covering is kept in full: it says the same wherever it is read again.
      const full = { ...said, pitch: read[0]?.readAs ?? said.pitch }
      if (rise != null)
        record.mutate(changesOf(full, rise, eaveInches ?? null, runInches ?? null), { onSuccess: onClose })
    } catch (error) {
      setFailure(error)
    }
  })

  const changesOf = (
    said: SlopeForm,
    risePer12: number,
    eaveInches: number | null,
    runInches: number | null,
  ): Change[] => {
    const fact: SlopeFact = {
      retiredOn: slope?.retiredOn ?? null,
      id: slope?.id ?? newId(),
      roofId,
      letter: letterOf(said.letter),
      name: said.name,
      pitch: { typed: said.pitch, risePer12, source: said.pitchSource },
      facing: said.facing,
      under: said.under === 'asPlanned' ? null : said.under,
      eaveLength: eaveInches === null ? null : { typed: said.eave, inches: eaveInches },
      planRun: runInches === null ? null : { typed: said.run, inches: runInches },
    }
    return [
      { kind: 'slope', fact },
      ...coveringsOf(said, fact.id, covering, newId).map((laid): Change => ({ kind: 'covering', fact: laid })),
    ]
  }

  return (
    <form noValidate onSubmit={submit} aria-label={slope ? `Change slope ${slope.letter}` : 'Add a slope'}>
      <Stack gap="4" borderTopWidth="3px" borderColor="copper" pt="3" mt="2">
        <Heading as="h3" size="md">
          {slope ? `Slope ${slope.letter}` : 'A new slope'}
        </Heading>
        <SimpleGrid columns={{ base: 1, md: 2 }} gap="3">
          <FormField size="md" form={form} name="letter" label="Letter" autoComplete="off" />
          <FormField size="md" form={form} name="name" label="Name (optional)" autoComplete="off" />
          <MeasureInput
            label="Pitch"
            typed={typed.pitch}
            onTyped={set('pitch')}
            unit="pitch"
            covering={typed.kind}
            hint="6/12, 1/4 in per foot or 18.4°"
            locked={
              typed.pitchSource === 'plan'
                ? 'Taken from the plan. To enter a reading, choose how the pitch was read.'
                : undefined
            }
          />
          <Select label="Pitch read by" value={typed.pitchSource} options={sources} onChange={set('pitchSource')} />
          <MeasureInput
            label="Eave length"
            typed={typed.eave}
            onTyped={set('eave')}
            unit="length"
            bareUnit="foot"
            hint="42' or 31' 6&quot;"
          />
          <MeasureInput
            label="Run on plan, eave to ridge"
            typed={typed.run}
            onTyped={set('run')}
            unit="length"
            bareUnit="foot"
            hint="14' 6&quot;"
          />
        </SimpleGrid>
        <Choice label="Faces" value={typed.facing} options={facings} onChange={set('facing')} />
        <Choice<SlopeForm['under']>
          label="What is below"
          value={typed.under}
          options={onPlan ? { asPlanned: 'As on the plan', ...unders } : unders}
          onChange={set('under')}
        />
        {covering && (
          <Choice
            label="What covers it"
            value={typed.change}
            options={{ correct: 'Correct the record', reroof: 'It was re-roofed' }}
            onChange={set('change')}
          />
        )}
        <CoveringFields form={form} typed={typed} set={set} />
        {(record.isError || failure !== undefined) && <Trouble error={record.error ?? failure} />}
        <Flex gap="3">
          <Button
            type="submit"
            size="lg"
            colorPalette="verdigris"
            disabled={!ready}
            loading={record.isPending || form.formState.isSubmitting}
          >
            {slope ? 'Save' : `Add slope ${typed.letter}`}
          </Button>
          <Button size="lg" variant="outline" onClick={onClose}>
            Cancel
          </Button>
        </Flex>
        {!ready && !wrong && <Text color="faint">Only a pitch is needed; sizes and years can come later.</Text>}
      </Stack>
    </form>
  )
}

type Setter = <K extends keyof SlopeForm>(name: K) => (value: SlopeForm[K]) => void

type CoveringProps = { form: UseFormReturn<SlopeForm>; typed: SlopeForm; set: Setter }

function CoveringFields({ form, typed, set }: CoveringProps) {
  const book = useBook()
  const kinds = Object.fromEntries(
    (book.data?.coverings ?? []).map((covering) => [covering.kind, covering.name]),
  ) as Record<CoveringFact['kind'], string>
  return (
    <Box>
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="3">
        <Select label="Covering" value={typed.kind} options={kinds} onChange={set('kind')} />
        <FormField size="md" form={form} name="layers" label="Layers" autoComplete="off" />
        {typed.change === 'reroof' ? (
          <FormField size="md" form={form} name="reroofedOn" label="Re-roofed on" type="date" />
        ) : (
          <>
            <FormField size="md" form={form} name="laidFrom" label="Installed in, or from (year)" autoComplete="off" />
            <FormField
              size="md"
              form={form}
              name="laidTo"
              label="Installed to, when unsure (year)"
              autoComplete="off"
            />
          </>
        )}
        <Select label="Source of the year" value={typed.ageSource} options={ageSources} onChange={set('ageSource')} />
      </SimpleGrid>
      {typed.change !== 'reroof' && (
        <YearWords evidence={typed.evidence} year={Number(typed.reroofedOn.slice(0, 4))} onChange={set('evidence')} />
      )}
    </Box>
  )
}
