import { describe, expect, it } from 'vitest'
import type { SlopeFact } from '../../api/types'
import { sharedLetters } from './sharedLetters'

const slope = (id: string, letter: string, retiredOn: string | null = null) => ({ id, letter, retiredOn }) as SlopeFact

describe('letters of a property', () => {
  it('are told where two standing slopes share one', () => {
    expect(sharedLetters({ slopes: [slope('1', 'A'), slope('2', 'B'), slope('3', 'A'), slope('4', 'A')] })).toEqual([
      'A',
    ])
  })

  it('are not told of a slope that no longer stands', () => {
    expect(sharedLetters({ slopes: [slope('1', 'A'), slope('2', 'A', '2026-01-01')] })).toEqual([])
  })
})
