import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import { useState } from 'react'
import { localDay } from '../../api/clock'
import type { DoneAnswer, JobDoneFact, RoofDecision, WorkItem } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { dollarsOf } from '../../shared/money'
import { PhotoButton } from '../../shared/PhotoButton'
import { SaveRow } from '../../shared/SaveRow'
import { Trouble } from '../../shared/States'
import { useTakePhotos } from '../../shared/takePhotos'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { renewals } from './renewals'
import { WoodReplaced, woodFault, woodFound, woodOf } from './WoodReplaced'

type Job = Pick<JobDoneFact, 'title' | 'findings' | 'slopeIds' | 'renewal' | 'temporary'>

/** What a job of the list closes when it is done: the findings with it, and of a section its slopes. */
const jobOf = (item: WorkItem, decisions: readonly RoofDecision[]): Job => {
  const section = decisions.find(({ slopeIds }) => item.slopeId && slopeIds.includes(item.slopeId))
  return {
    title: item.title,
    findings: [...(item.resolves ?? []), ...(item.included ?? [])].map(({ findingId }) => findingId),
    slopeIds: item.findingId ? [] : (section?.slopeIds ?? (item.slopeId ? [item.slopeId] : [])),
    renewal: renewals.has(item.kind),
    temporary: item.temporary ?? false,
  }
}

/** Closes a job of the list: when, by whom, for how much, under what warranty. */
export function MarkDone({ item }: { item: WorkItem }) {
  const { assessment } = useVisitContext()
  const [open, setOpen] = useState(false)
  const job = jobOf(item, assessment.roofDecisions)
  // What only has to be looked at is closed by looking at it.
  if (job.findings.length + job.slopeIds.length === 0) return null
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Mark as done</summary>
      {open && <DoneForm job={job} item={item} before={null} onDone={() => setOpen(false)} />}
    </details>
  )
}

/** Jobs that were done, of this visit and of the one before, with what is still to be recorded or checked. */
export function DoneJobs() {
  const { assessment, dossier } = useVisitContext()
  const done = assessment.done ?? []
  if (done.length === 0) return null
  return (
    <Box as="section" className="k-sheet" aria-label="Work done">
      <Text as={dossier.roofs.length < 2 ? 'h2' : 'h3'} fontWeight="bold" fontSize="lg">
        Work done
      </Text>
      <Stack as="ul" listStyleType="none" gap="3" mt="2">
        {done.map((job) => (
          <DoneJob key={job.id} job={job} />
        ))}
      </Stack>
    </Box>
  )
}

function DoneJob({ job }: { job: DoneAnswer }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const take = useTakePhotos()
  const [open, setOpen] = useState(false)
  // One of the visit before is only told; it is checked on the walk.
  const own = records.jobsDone?.find(({ id }) => id === job.id)
  const finding = own?.findings[0]
  return (
    <Box as="li">
      <Text>
        <strong>{job.title}.</strong> {job.words}
      </Text>
      {job.warranty && <Text>Warranty: {job.warranty}</Text>}
      {job.next && <Text fontWeight={job.held === false ? 'bold' : undefined}>{job.next}</Text>}
      {own && (
        <Flex gap="2" mt="2" wrap="wrap" align="center">
          {finding && (
            <PhotoButton
              camera
              disabled={take.isPending}
              label={`Photo of the finished work: ${job.title}`}
              onFiles={(files) => take.mutate({ files, fields: { findingId: finding, role: 'after' } })}
            >
              <span style={{ display: 'inline-flex', gap: '0.5rem', whiteSpace: 'nowrap' }}>
                <Camera size={18} /> Photo of finished work
              </span>
            </PhotoButton>
          )}
          <Button size="lg" variant="outline" onClick={() => setOpen(!open)} aria-expanded={open}>
            Change
          </Button>
          <Button
            size="lg"
            variant="outline"
            loading={record.isPending}
            onClick={() => record.mutate([{ kind: 'jobDone', fact: own, deleted: true }])}
          >
            Not done: back to the list
          </Button>
        </Flex>
      )}
      {own && open && <DoneForm job={own} item={null} before={own} onDone={() => setOpen(false)} />}
      {record.isError && <Trouble error={record.error} />}
      {take.isError && <Trouble error={take.error} />}
    </Box>
  )
}

type FormProps = { job: Job; item: WorkItem | null; before: JobDoneFact | null; onDone: () => void }

function DoneForm({ job, item, before, onDone }: FormProps) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [on, setOn] = useState(before?.on ?? localDay())
  const [who, setWho] = useState(before?.who ?? '')
  const [cost, setCost] = useState(before?.cost == null ? '' : String(before.cost))
  const [warranty, setWarranty] = useState(before?.warranty ?? '')
  const [words, setWords] = useState(before?.words ?? '')
  const [wood, setWood] = useState(() => (job.renewal ? woodOf(item, before?.wood) : []))
  const dollars = dollarsOf(cost)
  const fault =
    on === ''
      ? 'Enter the day it was done.'
      : on > localDay()
        ? 'The day lies ahead: enter the day it was done.'
        : dollars === undefined
          ? 'Enter the cost in dollars, digits only, up to 100,000,000.'
          : woodFault(wood)
  const save = () => {
    if (fault || dollars === undefined) return
    const fact: JobDoneFact = {
      id: before?.id ?? newId(),
      visitId: visit.visit.id,
      title: job.title,
      on,
      findings: job.findings,
      slopeIds: job.slopeIds,
      renewal: job.renewal,
      temporary: job.temporary,
      who: who.trim(),
      cost: dollars,
      words: words.trim(),
      warranty: warranty.trim(),
      wood: woodFound(wood),
    }
    record.mutate([{ kind: 'jobDone', fact }], { onSuccess: onDone })
  }
  return (
    <Stack gap="3" mt="2">
      <Flex gap="3" wrap="wrap">
        <Labelled label="Done on">
          <Input size="lg" type="date" max={localDay()} value={on} onChange={(event) => setOn(event.target.value)} />
        </Labelled>
        <Labelled label="Cost in dollars (optional)">
          <Input size="lg" inputMode="decimal" value={cost} onChange={(event) => setCost(event.target.value)} />
        </Labelled>
        <Labelled wide label="Who did it (optional)">
          <Input size="lg" value={who} onChange={(event) => setWho(event.target.value)} />
        </Labelled>
      </Flex>
      <Labelled wide label="Warranty terms (optional)">
        <Input size="lg" value={warranty} onChange={(event) => setWarranty(event.target.value)} />
      </Labelled>
      <Labelled wide label="Remarks (optional)">
        <Input size="lg" value={words} onChange={(event) => setWords(event.target.value)} />
      </Labelled>
      <WoodReplaced wood={wood} onChange={setWood} />
      <SaveRow label={before ? 'Save changes' : 'Save as done'} fault={fault} onSave={save} record={record} />
    </Stack>
  )
}
