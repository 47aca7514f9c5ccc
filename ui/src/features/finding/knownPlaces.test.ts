import { expect, test } from 'vitest'
import { knownPlaces } from './knownPlaces'

const at = (id: string, slopeId: string | null, place: string) => ({ id, slopeId, place })
const thing = (kind: string, name: string, slopeId: string) => ({ kind, name, spot: { slopeId, along: 0, up: 0 } })

test('places of the slope come first, the last one named before the others', () => {
  const found = [at('1', 'a', 'chimney'), at('2', 'b', 'east valley'), at('3', 'a', 'bath vent')]
  expect(knownPlaces(at('9', 'a', ''), found)).toEqual(['bath vent', 'chimney', 'east valley'])
  expect(knownPlaces(at('9', 'b', ''), found)).toEqual(['east valley', 'bath vent', 'chimney'])
})

test('each place is offered once, and what is written is not its own suggestion', () => {
  const found = [at('1', 'a', 'Chimney '), at('2', 'a', 'chimney'), at('9', 'a', 'kitchen'), at('3', 'a', ' ')]
  expect(knownPlaces(at('9', 'a', 'kitchen'), found)).toEqual(['chimney'])
})

test('what stands on the plan of the slope is a place too, by its name or what it is', () => {
  const details = [thing('chimney', '', 'a'), thing('boot', 'bath vent', 'a'), thing('skylight', '', 'b')]
  expect(knownPlaces(at('9', 'a', ''), [at('1', 'b', 'front')], details)).toEqual(['chimney', 'bath vent', 'front'])
  expect(knownPlaces(at('9', null, ''), [], details)).toEqual(['chimney', 'bath vent', 'skylight'])
})

test('a thing that stands there twice without a name, an unknown one and a description are not offered', () => {
  const details = [thing('boot', '', 'a'), thing('boot', '', 'a'), thing('cupola', '', 'a')]
  expect(knownPlaces(at('9', 'a', ''), [at('1', 'a', 'x'.repeat(41)), at('2', 'a', 'y'.repeat(40))], details)).toEqual([
    'y'.repeat(40),
  ])
})

test('six are enough for a thumb', () => {
  const found = Array.from({ length: 9 }, (_, i) => at(`${i}`, 'a', `vent ${i}`))
  expect(knownPlaces(at('x', 'a', ''), found)).toEqual(['vent 8', 'vent 7', 'vent 6', 'vent 5', 'vent 4', 'vent 3'])
})
