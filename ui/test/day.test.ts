import { describe, expect, it } from 'vitest'
import { readBearing, windOf } from '../src/words/bearing'
import { dayAndMonth, dayOfYear } from '../src/words/day'

describe('days of a 365-day year', () => {
  it('come back as the day and month that they are', () => {
    for (let day = 1; day <= 365; day++) {
      const d = dayAndMonth(day)
      expect(dayOfYear(d.day, d.month)).toBe(day)
    }
  })
  it('are those of a calendar', () => {
    expect(dayOfYear(12, 10)).toBe(285)
    expect(dayOfYear(31, 12)).toBe(365)
    expect(dayOfYear(29, 2)).toBe(59)
    expect(dayOfYear(31, 4)).toBeUndefined()
    expect(dayOfYear(0, 1)).toBeUndefined()
    expect(dayOfYear(1, 13)).toBeUndefined()
  })
})

describe('a direction as typed', () => {
  const names = {
    N: 'north',
    NE: 'north-east',
    E: 'east',
    SE: 'south-east',
    S: 'south',
    SW: 'south-west',
    W: 'west',
    NW: 'north-west',
  }
  it('is degrees, letters or a word', () => {
    expect(readBearing('270', names)).toBe(270)
    expect(readBearing('west', names)).toBe(270)
    expect(readBearing(' WSW ', names)).toBe(247.5)
    expect(readBearing('North west', names)).toBe(315)
    expect(readBearing('12,5°', names)).toBe(12.5)
    expect(readBearing('', names)).toBeUndefined()
    for (const wrong of ['361', '-1', 'up', 'east-north']) expect(readBearing(wrong, names)).toBeNaN()
  })
  it('is told as the nearest of eight', () => {
    expect(windOf(359)).toBe('N')
    expect(windOf(23)).toBe('NE')
    expect(windOf(-90)).toBe('W')
  })
})
