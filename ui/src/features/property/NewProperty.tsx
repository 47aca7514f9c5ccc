import { Button, Field, Heading, Input, Stack } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { useNavigate } from 'react-router'
import type { BuildingFact, PropertyFact, RoofFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { isBlank, NameField } from './NameField'
import { tagsOf } from './tags'

const exposures = { ordinary: 'Ordinary weather', hotOrHail: 'Hot or hail country' } as const

/** What the store would refuse without. */
const named = ['name', 'building', 'roof'] as const

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
  const [tried, setTried] = useState(false)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    setTried(true)
    if (named.some((name) => isBlank(fields[name]))) return
    const property: PropertyFact = {
      id: newId(),
      name: fields.name.trim(),
      address: fields.address,
      owner: fields.owner,
      exposure,
      note: '',
      tags: tagsOf(fields.tags),
    }
    const building: BuildingFact = { id: newId(), propertyId: property.id, name: fields.building.trim() }
    const roof: RoofFact = { id: newId(), buildingId: building.id, name: fields.roof.trim() }
    record.mutate(
      [
        { kind: 'property', fact: property },
        { kind: 'building', fact: building },
        { kind: 'roof', fact: roof },
      ],
      { onSuccess: () => navigate(`/properties/${property.id}`) },
    )
  }
  const set = (name: keyof typeof fields) => (value: string) => setFields((old) => ({ ...old, [name]: value }))
  const field = (name: keyof typeof fields, label: string) => (
    <Field.Root>
      <Field.Label>{label}</Field.Label>
      <Input size="lg" value={fields[name]} onChange={(event) => set(name)(event.target.value)} />
    </Field.Root>
  )
  const nameField = (name: (typeof named)[number], label: string, missing: string) => (
    <NameField
      label={label}
      value={fields[name]}
      onChange={set(name)}
      missing={tried && isBlank(fields[name]) ? missing : null}
    />
  )
  return (
    <form noValidate onSubmit={submit}>
      <Stack gap="4" maxW="34rem" className="k-sheet">
        <Heading as="h1" size="xl">
          New property
        </Heading>
        {nameField('name', 'Name, as you would say it', 'Give the property a name.')}
        {field('address', 'Address')}
        {field('owner', 'Owner')}
        {field('tags', 'Tags, separated by commas')}
        {nameField('building', 'Building', 'Name the building, such as House.')}
        {nameField('roof', 'Roof', 'Name the roof, such as Main roof.')}
        <Choice label="Weather" value={exposure} options={exposures} onChange={setExposure} />
        {record.isError && <Trouble error={record.error} />}
        <Button type="submit" size="lg" colorPalette="verdigris" loading={record.isPending}>
          Add the property
        </Button>
      </Stack>
    </form>
  )
}
