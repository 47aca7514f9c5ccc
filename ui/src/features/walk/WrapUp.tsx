import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { Images } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { localIso } from '../../api/clock'
import type { ProtectionFact } from '../../api/types'
import { viewOf } from '../../offline/applyChanges'
import { useRecord } from '../../shared/facts'
import { Select } from '../../shared/Select'
import { SignOff } from '../../shared/SignOff'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { NoticeList } from './NoticeList'
import { StationDues } from './StationDues'
import { NewToDo, StationToDos } from './StationToDos'

/** The end of the walk: what still holds it, what was covered meanwhile, and finishing. */
export function WrapUp() {
  const { visit, records, assessment, dossier } = useVisitContext()
  const { progress } = assessment
  const others = dossier.roofs.filter(({ roof }) => roof.id !== visit.roof.id)
  const heldElsewhere = others.filter((other) => !other.assessment.progress.canFinish)
  const held =
    progress.heldBy.length +
    heldElsewhere.reduce(
      (
        sum,
        {
          assessment: {
            progress: { heldBy },
          },
        },
      ) => sum + heldBy.length,
      0,
    )
  const canFinish = progress.canFinish && heldElsewhere.length === 0
  const record = useRecord(visit.heads)
  const finished = visit.visit.finishedAt
  const finish = (at: string | null) => record.mutate([{ kind: 'visit', fact: { ...visit.visit, finishedAt: at } }])
  return (
    <Stack className="k-sheet" gap="4">
      <Heading as="h2" size="lg" className="k-phonehide">
        Wrap-up
      </Heading>
      {progress.heldBy.length > 0 && !finished && (
        <Box>
          <Text fontWeight="bold">
            {others.length > 0 ? `Open before finishing: ${visit.name}` : 'Open before finishing'}
          </Text>
          <ul className="k-list">
            {progress.heldBy.map((held) => (
              <li key={held}>{held}</li>
            ))}
          </ul>
        </Box>
      )}
      {!finished &&
        heldElsewhere.map(({ roof, name, assessment: { progress: other } }) => (
          <Box key={roof.id}>
            <Text fontWeight="bold">
              Open before finishing: <Link to={`${viewOf(dossier, roof.id).base}/walk`}>{name}</Link>
            </Text>
            <ul className="k-list">
              {other.heldBy.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </Box>
        ))}
      {progress.writeUps > 0 && (
        <Button asChild size="lg" variant="outline">
          <Link to={`${visit.base}/tray`}>Write up {progress.writeUps} from the inbox</Link>
        </Button>
      )}
      {assessment.slopes
        .filter(({ figuresCovered }) => figuresCovered)
        .map((slope) => (
          <SignOff key={slope.slopeId} slope={slope} />
        ))}
      <NoticeList />
      <StationToDos station="" all />
      <StationDues station="" all />
      <NewToDo station="" />
      <Protections protections={records.protections} />
      {finished ? (
        <Flex gap="3" align="center" wrap="wrap">
          <Text flex="1" fontWeight="bold">
            Finished. {progress.heldBy.length > 0 && `Since then: ${progress.heldBy.join('; ')}.`}
          </Text>
          <Button asChild size="lg" colorPalette="verdigris">
            <Link to={`${visit.base}/show`}>
              <Images /> Show the owner
            </Link>
          </Button>
          <Button variant="outline" size="lg" onClick={() => finish(null)}>
            Reopen
          </Button>
        </Flex>
      ) : (
        <Button
          size="xl"
          colorPalette="verdigris"
          disabled={!canFinish}
          onClick={() => finish(localIso())}
          loading={record.isPending}
        >
          {canFinish ? 'Finish the visit' : `${held} items still open`}
        </Button>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

function Protections({ protections }: { protections: ProtectionFact[] }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const empty = { what: '', byWhom: visit.visit.inspector, goodUntil: '', slopeId: '' }
  const [fields, setFields] = useState(empty)
  const [open, setOpen] = useState(false)
  const set = (name: keyof typeof empty) => (event: { target: { value: string } }) =>
    setFields((old) => ({ ...old, [name]: event.target.value }))
  const add = () => {
    const fact: ProtectionFact = {
      id: newId(),
      visitId: visit.visit.id,
      slopeId: fields.slopeId || null,
      findingId: null,
      what: fields.what.trim(),
      byWhom: fields.byWhom.trim(),
      goodUntil: fields.goodUntil,
    }
    record.mutate([{ kind: 'protection', fact }], {
      onSuccess: () => {
        setFields(empty)
        setOpen(false)
      },
    })
  }
  return (
    <Stack gap="2">
      <Flex align="center" gap="2">
        <Text fontWeight="bold" flex="1">
          Interim protection
        </Text>
        <Button variant="outline" onClick={() => setOpen(!open)} aria-expanded={open}>
          Something was covered
        </Button>
      </Flex>
      {protections.map((made) => (
        <Text key={made.id}>
          {made.what}, by {made.byWhom}, good until {dayText(made.goodUntil)}
        </Text>
      ))}
      {open && (
        <Stack gap="2">
          <Input
            aria-label="What was covered or plugged"
            placeholder="hole by the flue, covered with membrane"
            value={fields.what}
            onChange={set('what')}
          />
          <Flex gap="2" wrap="wrap">
            <Input
              flex="1"
              minW="9rem"
              aria-label="Covered by"
              placeholder="by whom"
              value={fields.byWhom}
              onChange={set('byWhom')}
            />
            <Input
              flex="1"
              minW="9rem"
              aria-label="Good until"
              type="date"
              value={fields.goodUntil}
              onChange={set('goodUntil')}
            />
            <Select
              hideLabel
              label="Covered on"
              none="no slope"
              value={fields.slopeId}
              options={visit.facts.slopes.map(({ id, letter }) => [id, `slope ${letter}`] as const)}
              onChange={(slopeId) => setFields((old) => ({ ...old, slopeId }))}
            />
          </Flex>
          <Button
            size="lg"
            colorPalette="verdigris"
            onClick={add}
            disabled={!fields.what.trim() || !fields.byWhom.trim() || !fields.goodUntil}
          >
            Save; before and after photos are then due
          </Button>
        </Stack>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
