import { hashKey, type QueryClient, type QueryKey } from '@tanstack/react-query'
import { type Changing, type Reading, stales } from './declared.gen'

/** The key of an answer: the reading operation that gives it, and what was asked. */
export const keyOf = (operation: Reading, ...asked: unknown[]) => [operation, ...asked] as const

/** Asks anew for everything that a deed made old, but for the answer that it brought itself. */
export function nowStale(cache: QueryClient, deed: Changing, brought?: QueryKey) {
  const old: readonly string[] = stales[deed]
  const mine = brought && hashKey(brought)
  void cache.invalidateQueries({
    predicate: (q) => q.queryHash !== mine && (old.includes('*') || old.includes(String(q.queryKey[0]))),
  })
}
