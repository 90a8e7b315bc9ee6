import type { Change } from './spot-page'

type Facts = { name: string; ground: Change['ground']; climate: Change['climate']; lat_deg: Change['lat_deg'] }
type Part = 'ground' | 'climate'

const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/**
 * What was typed on a ground that somebody else saved meanwhile: each fact that was touched here stands, every other is theirs.
 * `both` are the facts that were changed on both sides, `theirs` those that only they changed.
 */
export function rebase(base: Change, mine: Change, now: Change): { change: Change; both: string[]; theirs: string[] } {
  const both: string[] = []
  const theirs: string[] = []
  const decide = (key: string, was: unknown, here: unknown, there: unknown): 'here' | 'there' => {
    const touched = !same(was, here)
    const moved = !same(was, there)
    if (touched && moved && !same(here, there)) both.push(key)
    else if (moved && !touched) theirs.push(key)
    return touched ? 'here' : 'there'
  }
  const whole = <K extends 'name' | 'lat_deg'>(key: K): Facts[K] =>
    decide(key, base[key], mine[key], now[key]) === 'here' ? mine[key] : now[key]
  const part = <P extends Part>(p: P): Change[P] => {
    const out: Record<string, unknown> = {}
    const [was, here, there] = [base[p], mine[p], now[p]] as Record<string, unknown>[]
    for (const key of new Set([...Object.keys(was), ...Object.keys(here), ...Object.keys(there)])) {
      const value = decide(key, was[key], here[key], there[key]) === 'here' ? here[key] : there[key]
      if (value !== undefined) out[key] = value
    }
    return out as Change[P]
  }
  return {
    change: {
      ...now,
      name: whole('name'),
      lat_deg: whole('lat_deg'),
      ground: part('ground'),
      climate: part('climate'),
    },
    both,
    theirs,
  }
}
