import { type QueryKey, useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef } from 'react'
import { comesBack, newKey } from '../api/client'
import type { Changing } from '../api/declared.gen'
import { nowStale } from '../api/stale'

/**
 * A deed that is sent with a key of its own: a network or a database that is away for a moment is asked
 * again with the same key, so that it happens once. What it answers is put in place of what it changed, and what else the
 * operation's declaration says that it makes old is asked for anew.
 */
export function useDeed<In, Out>(
  deed: Changing | null,
  send: (input: In, key: string) => Promise<Out>,
  after: { puts?: (out: Out, input: In) => QueryKey; done?: (out: Out) => void } = {},
) {
  const cache = useQueryClient()
  const key = useRef(newKey())
  return useMutation({
    mutationFn: (input: In) => send(input, key.current),
    retry: (count, cause) => comesBack(cause) && count < 40,
    retryDelay: 1500,
    onSuccess: (out, input) => {
      key.current = newKey()
      const place = after.puts?.(out, input)
      if (place) cache.setQueryData(place, out)
      if (deed) nowStale(cache, deed, place)
      after.done?.(out)
    },
    onError: () => {
      key.current = newKey()
    },
  })
}
