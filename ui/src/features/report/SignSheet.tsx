import { Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useContext, useState } from 'react'
import { localIso } from '../../api/clock'
import type { ReportCheck, ReportSignatureFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { PersonName } from '../../shared/person'
import { Sheet } from '../../shared/Sheet'
import { SignaturePad } from '../../shared/SignaturePad'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'

type Props = { check: ReportCheck; fresh: boolean; open: boolean; onClose: () => void }

/** Signing: who, under what license, by name or by hand. It is recorded on this device, with the hash of what is signed. */
export function SignSheet({ check, fresh, open, onClose }: Props) {
  return (
    <Sheet title="Sign the report" open={open} onClose={onClose}>
      {open && <SignForm check={check} fresh={fresh} onDone={onClose} />}
    </Sheet>
  )
}

function SignForm({ check, fresh, onDone }: { check: ReportCheck; fresh: boolean; onDone: () => void }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const person = useContext(PersonName)
  const [name, setName] = useState(visit.visit.inspector || person)
  const [license, setLicense] = useState(visit.visit.commission?.licence ?? '')
  const [drawing, setDrawing] = useState('')
  const sign = () => {
    const fact: ReportSignatureFact = {
      id: newId(),
      visitId: visit.visit.id,
      name: name.trim(),
      license: license.trim(),
      signedAt: localIso(),
      hash: check.hash,
      parts: check.parts.map(({ key, hash }) => ({ key, hash })),
      drawing,
    }
    record.mutate([{ kind: 'reportSignature', fact }], { onSuccess: onDone })
  }
  return (
    <Stack gap="4">
      <Text>
        You sign what the report states now: observations, conclusions and plan of work. It is frozen with your
        signature; a later change needs a new version.
      </Text>
      <Flex gap="3" wrap="wrap">
        <Labelled wide label="Name">
          <Input size="lg" value={name} onChange={(event) => setName(event.target.value)} autoComplete="name" />
        </Labelled>
        <Labelled wide label="License number (optional)">
          <Input size="lg" value={license} onChange={(event) => setLicense(event.target.value)} />
        </Labelled>
      </Flex>
      <SignaturePad onChange={setDrawing} />
      <Flex gap="3" align="center" wrap="wrap">
        <Button
          size="xl"
          colorPalette="verdigris"
          disabled={!name.trim() || !fresh}
          onClick={sign}
          loading={record.isPending}
        >
          Sign
        </Button>
        {!name.trim() && <Text>Enter your name.</Text>}
        {name.trim() && !fresh && <Text role="status">Calculating what is signed…</Text>}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
