import { expect, test } from 'vitest'
import { draftOf, emptyDraft, nothing, readDraft } from '../src/bench/draft'

test('a walk round the trunk is read station by station, letters stay bad, and nothing is not a depth', () => {
  const d = emptyDraft()
  d.readings.ball_height_mm = 120
  d.stations = ['92', '4x', '', nothing, '100,5', '', '', '']
  const { readings, bad, stationOf } = readDraft(d, 'metric')
  expect(bad).toEqual([false, true, false, false, false, false, false, false])
  expect(readings.probes).toEqual([
    { bearing_deg: 0, depth_mm: 92 },
    { bearing_deg: 135, depth_mm: null, reached_mm: 120 },
    { bearing_deg: 180, depth_mm: 100.5 },
  ])
  expect(stationOf).toEqual([0, 3, 4])
})

test('main roots count only when every one of them is a number', () => {
  const of = (mainRoots: string) => readDraft({ ...emptyDraft(), mainRoots }, 'metric').readings.main_roots_mm
  expect(of('12 9; 8,7')).toEqual([12, 9, 8, 7])
  expect(of('12 thick 8')).toBeUndefined()
  expect(of('')).toBeUndefined()
  expect(of('12 0')).toBeUndefined()
})

test('a look taken up again is the look that was saved', () => {
  const d = emptyDraft()
  d.stations = ['92', '', '', nothing, '', '', '', '7']
  d.reachMM = 140
  d.mainRoots = '12 9 8'
  d.readings = { ...d.readings, ball_height_mm: 260, texture: 'firm', zones_looked: ['collar', 'side'] }
  for (const units of ['metric', 'us'] as const) {
    const { readings } = readDraft(d, units)
    expect(readDraft(draftOf(readings, units), units).readings).toEqual(readings)
  }
})

test('a root drawn without a thickness is no reading, and is named', () => {
  const d = emptyDraft()
  d.readings.roots = [
    { zone: 'side', from_deg: 0, arc_deg: 120, diameter_mm: 6 },
    { zone: 'collar', from_deg: 40, arc_deg: 90 },
  ]
  const { readings, unmeasured } = readDraft(d, 'metric')
  expect(readings.roots).toEqual([{ zone: 'side', from_deg: 0, arc_deg: 120, diameter_mm: 6 }])
  expect(unmeasured).toEqual([1])
})
