import { describe, expect, it } from 'vitest'
import { CoreError, readResult } from './core'

describe('what the browser core sends back', () => {
  it('is read as its answer', () => {
    expect(readResult<{ value: number }>('{"answer":{"value":2}}')).toEqual({ value: 2 })
  })

  it('is thrown with code and field when the core refused', () => {
    const read = () =>
      readResult('{"problem":{"code":"slope.bad-letter","field":"$.slopes[0]","text":"Say a letter."}}')
    expect(read).toThrow(CoreError)
    expect(read).toThrow('Say a letter.')
  })
})
