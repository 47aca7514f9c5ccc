import { Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { zodResolver } from '@hookform/resolvers/zod'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import * as z from 'zod'
import type { PropertyDossier } from '../../api/types'
import { FormField, named } from '../../shared/FormField'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'

const schema = z.object({
  building: named('Name the building, such as Garage.'),
  roof: named('Name the roof, such as Main roof.'),
})

/** Another building of the property, or another roof of one: both are looked at on one visit. */
export function NewBuilding({ dossier }: { dossier: PropertyDossier }) {
  const [open, setOpen] = useState(false)
  const form = useForm({ resolver: zodResolver(schema), defaultValues: { building: '', roof: 'Main roof' } })
  const record = useRecord(dossier.heads)
  const typed = useWatch({ control: form.control, name: 'building' })
  const called = (name: string) =>
    dossier.buildings.find((other) => other.name.toLowerCase() === name.trim().toLowerCase())
  const known = called(typed)
  const submit = form.handleSubmit((said) => {
    const standing = called(said.building)
    const building = standing ?? { id: newId(), propertyId: dossier.property.id, name: said.building }
    record.mutate(
      [
        ...(standing ? [] : [{ kind: 'building' as const, fact: building }]),
        { kind: 'roof' as const, fact: { id: newId(), buildingId: building.id, name: said.roof } },
      ],
      {
        onSuccess: () => {
          form.reset()
          setOpen(false)
        },
      },
    )
  })
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
          <FormField form={form} name="building" label="Building" placeholder="Garage" required />
          <FormField form={form} name="roof" label="Roof" required />
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
