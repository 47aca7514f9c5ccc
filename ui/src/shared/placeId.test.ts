import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { placeId } from './placeId'

describe('the id of what there is one of at a place', () => {
  it('is the same on every device, and another for another place', () => {
    expect(placeId('look', 'v', 'edges', 'a')).toBe(placeId('look', 'v', 'edges', 'a'))
    expect(placeId('look', 'v', 'edges', 'b')).not.toBe(placeId('look', 'v', 'edges', 'a'))
    expect(placeId('look', 'v', 'edges', null)).not.toBe(placeId('look', 'v', 'edges', 'a'))
  })

  it('is a version 8 UUID (RFC 9562) of the names’ hash', () => {
    const hash = createHash('sha256').update('look\nv\nedges\na').digest('hex')
    const id = placeId('look', 'v', 'edges', 'a')
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
    expect(id.slice(0, 8)).toBe(hash.slice(0, 8))
  })
})
