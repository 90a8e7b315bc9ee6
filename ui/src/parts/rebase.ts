const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/**
 * What was typed over a record that somebody else saved meanwhile: each fact that was touched here stands, every other is theirs.
 * `both` are the facts that were changed on both sides, `theirs` those that only they changed.
 */
export function rebase<T extends object>(base: T, mine: T, now: T): { change: T; both: string[]; theirs: string[] } {
  const both: string[] = []
  const theirs: string[] = []
  const [was, here, there] = [base, mine, now] as Record<string, unknown>[]
  const out: Record<string, unknown> = {}
  for (const key of new Set([...Object.keys(was), ...Object.keys(here), ...Object.keys(there)])) {
    const touched = !same(was[key], here[key])
    const moved = !same(was[key], there[key])
    if (touched && moved && !same(here[key], there[key])) both.push(key)
    else if (moved && !touched) theirs.push(key)
    const value = touched ? here[key] : there[key]
    if (value !== undefined) out[key] = value
  }
  return { change: out as T, both, theirs }
}
