import { expect, test } from 'vitest'
import { readLength, readMeasure, readNumber, readZone, sayLength, typeMeasure } from '../src/words/units'

// 25.4 mm to the inch: an eighth up to a foot, a half up to a yard, whole beyond, as the server says it too.
test.each([
  [0, '0 mm', '0 in'],
  [3, '3 mm', '⅛ in'],
  [25.4, '25 mm', '1 in'],
  [194.4, '194 mm', '7⅝ in'],
  [301, '301 mm', '11⅞ in'],
  [656, '656 mm', '26 in'],
  [1810, '1810 mm', '71 in'],
])('%d mm is said', (mm, metric, us) => {
  expect(sayLength(mm, 'metric')).toBe(metric)
  expect(sayLength(mm, 'us')).toBe(us)
})

test.each([
  ['66', 'metric', 66],
  ['66,5', 'metric', 66.5],
  ['2 5/8', 'us', 66.7],
  ['5/8', 'us', 15.9],
  ['2.5', 'us', 63.5],
  [' ', 'us', undefined],
  ['six', 'metric', Number.NaN],
  ['6 6', 'metric', Number.NaN],
  ['1e3', 'metric', Number.NaN],
  ['−4', 'metric', -4],
] as const)('%s typed in %s', (text, units, mm) => {
  expect(readLength(text, units)).toEqual(mm)
})

test('a letter is no number, and nothing is not nought', () => {
  expect(readNumber('3o')).toBeNaN()
  expect(readNumber('')).toBeUndefined()
  expect(readNumber('3.')).toBe(3)
})

// Whatever is kept shows as it would have been typed, and read again is the same to the tenth that a tape tells.
test('what is kept reads back as itself, in either system', () => {
  let seed = 7
  const random = () => {
    seed = (seed * 48271) % 2147483647
    return seed / 2147483647
  }
  for (let i = 0; i < 2000; i++) {
    for (const units of ['metric', 'us'] as const) {
      for (const [kind, most, to] of [
        ['mm', 3000, 1],
        ['m', 20, 3],
        ['c', 60, 3],
        ['l', 400, 1],
        ['number', 500, 3],
      ] as const) {
        const value = Number((random() * most).toFixed(to))
        const back = readMeasure(kind, typeMeasure(kind, value, units), units)
        expect(Math.abs((back ?? Number.NaN) - value), `${value} ${kind} in ${units}`).toBeLessThanOrEqual(0.1)
      }
    }
  }
})

// Zone 1a begins at -60 °F; each zone has ten degrees, each half five: the cold end is what is kept.
test.each([
  ['1a', -60],
  ['8b', 15],
  ['zone 7', 0],
  ['Zone 13b', 65],
  ['6 A', -10],
])('the zone %s', (typed, fahrenheit) => {
  expect(readZone(typed)).toBeCloseTo(((fahrenheit - 32) * 5) / 9, 1)
})

test.each(['7', '-12', '14a', '0b', 'b7', ''])('%s is no zone', (typed) => {
  expect(readZone(typed)).toBeUndefined()
})
