import { Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { type FormEvent, useState } from 'react'
import type { PropertyDossier } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { isBlank, NameField } from './NameField'

const empty = { building: '', roof: 'Main roof' }

/** Another building of the property, or another roof of one: both are looked at on one visit. */
export function NewBuilding({ dossier }: { dossier: PropertyDossier }) {
  const [open, setOpen] = useState(false)
  const [fields, setFields] = useState(empty)
  const [tried, setTried] = useState(false)
  const record = useRecord(dossier.heads)
  const set = (name: keyof typeof empty) => (value: string) => setFields((old) => ({ ...old, [name]: value }))
  const known = dossier.buildings.find(({ name }) => name.toLowerCase() === fields.building.trim().toLowerCase())
  const submit = (event: FormEvent) => {
    event.preventDefault()
    setTried(true)
    if (isBlank(fields.building) || isBlank(fields.roof)) return
    const building = known ?? { id: newId(), propertyId: dossier.property.id, name: fields.building.trim() }
    record.mutate(
      [
        ...(known ? [] : [{ kind: 'building' as const, fact: building }]),
        { kind: 'roof' as const, fact: { id: newId(), buildingId: building.id, name: fields.roof.trim() } },
      ],
      {
        onSuccess: () => {
          setFields(empty)
          setTried(false)
          setOpen(false)
        },
      },
    )
  }
  if (!open)
    return (
      <Flex>
        <Button variant="outline" onClick={() => setOpen(true)}>
          <Plus size={18} /> Add a building or roof
        </Button>
      </Flex>
    )
  return (
    <form noValidate onSubmit={submit} aria-label="Add a building or roof">
      <Stack className="k-sheet" gap="3">
        <Heading as="h2" size="lg">
          Another building or roof
        </Heading>
        <Flex gap="3" wrap="wrap">
          <NameField
            label="Building"
            value={fields.building}
            placeholder="Garage"
            onChange={set('building')}
            missing={tried && isBlank(fields.building) ? 'Name the building, such as Garage.' : null}
          />
          <NameField
            label="Roof"
            value={fields.roof}
            onChange={set('roof')}
            missing={tried && isBlank(fields.roof) ? 'Name the roof, such as Main roof.' : null}
          />
        </Flex>
        {known && <Text color="faint">A further roof of the {known.name.toLowerCase()}.</Text>}
        {record.isError && <Trouble error={record.error} />}
        <Flex gap="2">
          <Button type="submit" size="lg" colorPalette="verdigris" loading={record.isPending}>
            {known ? 'Add the roof' : 'Add the building'}
          </Button>
          <Button size="lg" variant="outline" onClick={() => setOpen(false)}>
            Cancel
          </Button>
        </Flex>
      </Stack>
    </form>
  )
}
