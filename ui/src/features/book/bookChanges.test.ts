import { expect, it } from 'vitest'
import { together } from './BookChanges'

const version = (added: string[], changed: string[], removed: string[]) => ({
  version: '',
  on: '2026-11-28',
  added,
  changed,
  removed,
})

// The newest first, as the book tells them.
it.each([
  ['one edition', [version(['a'], ['b'], ['c'])], [['a'], ['b'], ['c']]],
  ['added and then changed is added', [version([], ['a'], []), version(['a'], [], [])], [['a'], [], []]],
  ['added and then removed is not told of', [version([], [], ['a']), version(['a'], [], [])], [[], [], []]],
  ['changed and then removed is removed', [version([], [], ['a']), version([], ['a'], [])], [[], [], ['a']]],
  ['removed and back is changed', [version(['a'], [], []), version([], [], ['a'])], [[], ['a'], []]],
])('%s', (_, later, [added, changed, removed]) => expect(together(later)).toEqual({ added, changed, removed }))
