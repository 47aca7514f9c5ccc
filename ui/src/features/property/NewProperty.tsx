import { Button, Field, Heading, Input, Stack } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { useNavigate } from 'react-router'
import type { BuildingFact, PropertyFact, RoofFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { tagsOf } from './tags'

const exposures = { ordinary: 'Ordinary weather', hotOrHail: 'Hot or hail country' } as const

/** A property with its first building and roof; more can be added once it stands. */
export function NewProperty() {
  const navigate = useNavigate()
  const record = useRecord()
  const [fields, setFields] = useState({
    name: '',
    address: '',
    owner: '',
    tags: '',
    building: 'House',
    roof: 'Main roof',
  })
  const [exposure, setExposure] = useState<PropertyFact['exposure']>('ordinary')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    const property: PropertyFact = {
      id: newId(),
      name: fields.name,
      address: fields.address,
      owner: fields.owner,
      exposure,
      note: '',
      tags: tagsOf(fields.tags),
    }
    const building: BuildingFact = { id: newId(), propertyId: property.id, name: fields.building }
    const roof: RoofFact = { id: newId(), buildingId: building.id, name: fields.roof }
    record.mutate(
      [
        { kind: 'property', fact: property },
        { kind: 'building', fact: building },
        { kind: 'roof', fact: roof },
      ],
      { onSuccess: () => navigate(`/properties/${property.id}`) },
    )
  }
  const field = (name: keyof typeof fields, label: string, required = false) => (
    <Field.Root required={required}>
      <Field.Label>
        {label} {required && <Field.RequiredIndicator />}
      </Field.Label>
      <Input
        size="lg"
        value={fields[name]}
        onChange={(event) => setFields((old) => ({ ...old, [name]: event.target.value }))}
      />
    </Field.Root>
  )
  return (
    <form onSubmit={submit}>
      <Stack gap="4" maxW="34rem" className="k-sheet">
        <Heading as="h1" size="xl">
          New property
        </Heading>
        {field('name', 'Name, as you would say it', true)}
        {field('address', 'Address')}
        {field('owner', 'Owner')}
        {field('tags', 'Tags, separated by commas')}
        {field('building', 'Building', true)}
        {field('roof', 'Roof', true)}
        <Choice label="Weather" value={exposure} options={exposures} onChange={setExposure} />
        {record.isError && <Trouble error={record.error} />}
        <Button type="submit" size="lg" colorPalette="verdigris" loading={record.isPending}>
          Add the property
        </Button>
      </Stack>
    </form>
  )
}
