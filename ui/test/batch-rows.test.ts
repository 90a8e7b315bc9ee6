import { describe, expect, it } from 'vitest'
import { answered, type Row, ready } from '../src/sheet/batch-rows'

const row = (part: Partial<Row> = {}): Row => ({ tag: 'A', spot_id: 's', reason: '', ...part })

describe('the rows of a batch', () => {
  it('an answer for all leaves what was answered of one tree', () => {
    const rows = answered([row(), row({ buds: 'swelling' }), row({ stands_alone: false })], { buds: 'dormant' })
    expect(rows.map((r) => r.buds)).toEqual(['dormant', 'swelling', 'dormant'])
    expect(rows.map((r) => r.stands_alone)).toEqual([undefined, undefined, false])
  })
  it('a sheet waits for its plan, its answers and its reason', () => {
    const plan = { tag: 'A', common: '', spot_id: 's', tree_version: 1, headline: '', against: '', stops: [], open: [] }
    const stop = { code: 'risky-day', text: 'risky' }
    expect(ready(row(), undefined)).toBe(false)
    expect(ready(row(), { ...plan, tag: 'B' })).toBe(false)
    expect(ready(row(), { ...plan, open: ['buds'] })).toBe(false)
    expect(ready(row(), { ...plan, against: 'not marked' })).toBe(false)
    expect(ready(row({ reason: ' ' }), { ...plan, stops: [stop] })).toBe(false)
    expect(ready(row({ reason: 'they water it' }), { ...plan, stops: [stop] })).toBe(true)
    expect(ready(row(), plan)).toBe(true)
  })
})
