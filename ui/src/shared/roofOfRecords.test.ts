import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import type { Change } from '../offline/outbox'
import { namingRoof, ofARoof } from './roofOfRecords'

type Schema = { properties?: Record<string, unknown>; enum?: string[] }
const { components } = JSON.parse(readFileSync(resolve(import.meta.dirname, '../../../docs/openapi.json'), 'utf8'))
const schemas = components.schemas as Record<string, Schema>

describe('records that may be of a roof as a whole', () => {
  it('are those that the contracts give a roof to name', () => {
    const kinds = (schemas.FactKind?.enum ?? []).filter((kind) => {
      const fields = schemas[`${kind.charAt(0).toUpperCase()}${kind.slice(1)}Fact`]?.properties ?? {}
      return 'visitId' in fields && 'roofId' in fields
    })
    expect(kinds.length).toBeGreaterThan(10)
    expect([...ofARoof].sort()).toEqual(kinds.sort())
  })

  const look = { kind: 'look', fact: { id: 'l', visitId: 'v' } } as Change
  it('name the roof they are recorded on, keep the one they name, and name none outside a visit', () => {
    expect(namingRoof(look, 'roof').fact).toMatchObject({ roofId: 'roof' })
    const named = { ...look, fact: { ...look.fact, roofId: 'other' } } as Change
    expect(namingRoof(named, 'roof')).toBe(named)
    expect(namingRoof(look, null)).toBe(look)
  })

  it('and a record of a slope does not', () => {
    const stage = { kind: 'stage', fact: { id: 's', visitId: 'v', slopeId: 'a' } } as Change
    expect(namingRoof(stage, 'roof')).toBe(stage)
  })
})
