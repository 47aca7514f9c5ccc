import { Button, Heading, Stack } from '@chakra-ui/react'
import { zodResolver } from '@hookform/resolvers/zod'
import { Controller, useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import * as z from 'zod'
import type { BuildingFact, PropertyFact, RoofFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { commaList } from '../../shared/commaList'
import { FormField, named } from '../../shared/FormField'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'

const exposures = { ordinary: 'Ordinary weather', hotOrHail: 'Hot or hail country' } as const

const schema = z.object({
  name: named('Give the property a name.'),
  address: z.string(),
  owner: z.string(),
  tags: z.string(),
  building: named('Name the building, such as House.'),
  roof: named('Name the roof, such as Main roof.'),
  exposure: z.enum(['ordinary', 'hotOrHail']),
})

/** A property with its first building and roof; more can be added once it stands. */
export function NewProperty() {
  const navigate = useNavigate()
  const record = useRecord()
  const form = useForm<z.infer<typeof schema>>({
    resolver: zodResolver(schema),
    defaultValues: {
      name: '',
      address: '',
      owner: '',
      tags: '',
      building: 'House',
      roof: 'Main roof',
      exposure: 'ordinary',
    },
  })
  const submit = form.handleSubmit(({ name, address, owner, tags, building: house, roof: top, exposure }) => {
    const property: PropertyFact = { id: newId(), name, address, owner, exposure, note: '', tags: commaList(tags) }
    const building: BuildingFact = { id: newId(), propertyId: property.id, name: house }
    const roof: RoofFact = { id: newId(), buildingId: building.id, name: top }
    record.mutate(
      [
        { kind: 'property', fact: property },
        { kind: 'building', fact: building },
        { kind: 'roof', fact: roof },
      ],
      { onSuccess: () => navigate(`/properties/${property.id}`) },
    )
  })
  return (
    <form noValidate onSubmit={submit}>
      <Stack gap="4" maxW="34rem" className="k-sheet">
        <Heading as="h1" size="xl">
          New property
        </Heading>
        <FormField form={form} name="name" label="Property name" required />
        <FormField form={form} name="address" label="Address" />
        <FormField form={form} name="owner" label="Owner" />
        <FormField form={form} name="tags" label="Tags, separated by commas" />
        <FormField form={form} name="building" label="Building" required />
        <FormField form={form} name="roof" label="Roof" required />
        <Controller
          control={form.control}
          name="exposure"
          render={({ field }) => (
            <Choice label="Weather" value={field.value} options={exposures} onChange={field.onChange} />
          )}
        />
        {record.isError && <Trouble error={record.error} />}
        <Button type="submit" size="lg" colorPalette="verdigris" loading={record.isPending}>
          Add the property
        </Button>
      </Stack>
    </form>
  )
}
