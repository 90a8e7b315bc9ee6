import { describe, expect, it } from 'vitest'
import { rebaseGround as rebase } from '../src/ground/rebase'
import type { Change } from '../src/ground/spot-page'

const base = {
  name: 'front lawn',
  lat_deg: 47,
  ground: { ph: 6.5, exposure: 'open', obstacles: [{ kind: 'wall', distance_m: 4 }] },
  climate: { min_c: -9 },
} as unknown as Change
const but = (ground: object, climate: object = {}) =>
  ({ ...base, ground: { ...base.ground, ...ground }, climate: { ...base.climate, ...climate } }) as Change

describe('what was typed on a ground that somebody else saved', () => {
  it('stands with what they found out', () => {
    const r = rebase(base, but({ ph: 5 }), but({ exposure: 'exposed' }, { min_c: -14 }))
    expect(r.change).toEqual(but({ ph: 5, exposure: 'exposed' }, { min_c: -14 }))
    expect(r.both).toEqual([])
    expect(r.theirs).toEqual(['exposure', 'min_c'])
  })
  it('asks where both said something, and only there', () => {
    const r = rebase(base, but({ ph: 5 }), but({ ph: 7, exposure: 'sheltered' }))
    expect(r.both).toEqual(['ph'])
    expect(r.change.ground.ph).toBe(5)
    expect(r.change.ground.exposure).toBe('sheltered')
  })
  it('asks nothing where both said the same', () => {
    const r = rebase(base, but({ obstacles: [] }), but({ obstacles: [] }))
    expect(r.both).toEqual([])
    expect(r.theirs).toEqual([])
  })
  it('keeps what was taken away taken away, and what came new', () => {
    const gone = but({ exposure: '' })
    delete (gone.ground as Record<string, unknown>).ph
    const r = rebase(base, gone, but({ stands_in_winter: true }))
    expect('ph' in r.change.ground).toBe(false)
    expect(r.change.ground.stands_in_winter).toBe(true)
    expect(r.theirs).toEqual(['stands_in_winter'])
  })
})
