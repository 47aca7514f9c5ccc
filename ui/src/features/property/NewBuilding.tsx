import { Button, Field, Flex, Heading, Input, Stack } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { type FormEvent, useState } from 'react'
import type { PropertyDossier } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'

const empty = { building: '', roof: 'Main roof' }

/** Another building of the property, or another roof of one: both are looked at on one visit. */
export function NewBuilding({ dossier }: { dossier: PropertyDossier }) {
  const [open, setOpen] = useState(false)
  const [fields, setFields] = useState(empty)
  const record = useRecord(dossier.heads)
  const known = dossier.buildings.find(({ name }) => name.toLowerCase() === fields.building.trim().toLowerCase())
  const submit = (event: FormEvent) => {
    event.preventDefault()
    const building = known ?? { id: newId(), propertyId: dossier.property.id, name: fields.building.trim() }
    record.mutate(
      [
        ...(known ? [] : [{ kind: 'building' as const, fact: building }]),
        { kind: 'roof' as const, fact: { id: newId(), buildingId: building.id, name: fields.roof.trim() } },
      ],
      {
        onSuccess: () => {
          setFields(empty)
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
    <form onSubmit={submit} aria-label="Add a building or roof">
      <Stack className="k-sheet" gap="3">
        <Heading as="h2" size="lg">
          Another building or roof
        </Heading>
        <Flex gap="3" wrap="wrap">
          <Field.Root flex="1" minW="12rem" required>
            <Field.Label>Building</Field.Label>
            <Input
              size="lg"
              value={fields.building}
              placeholder="Garage"
              onChange={(event) => setFields((old) => ({ ...old, building: event.target.value }))}
            />
            {known && <Field.HelperText>A further roof of the {known.name.toLowerCase()}.</Field.HelperText>}
          </Field.Root>
          <Field.Root flex="1" minW="12rem" required>
            <Field.Label>Roof</Field.Label>
            <Input
              size="lg"
              value={fields.roof}
              onChange={(event) => setFields((old) => ({ ...old, roof: event.target.value }))}
            />
          </Field.Root>
        </Flex>
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
