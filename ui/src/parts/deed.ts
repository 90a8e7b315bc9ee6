import { type QueryKey, useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef } from 'react'
import { newKey, Problem } from '../api/client'

/**
 * A deed that is sent with a key of its own: a network or a database that is away for a moment is asked
 * again with the same key, so that it happens once. What it answers is put in place of what it changed.
 */
export function useDeed<In, Out>(
  send: (input: In, key: string) => Promise<Out>,
  after: { puts?: (out: Out, input: In) => QueryKey; done?: (out: Out) => void; stales?: string[] } = {},
) {
  const cache = useQueryClient()
  const key = useRef(newKey())
  return useMutation({
    mutationFn: (input: In) => send(input, key.current),
    retry: (count, cause) => cause instanceof Problem && (cause.status === 0 || cause.status === 503) && count < 40,
    retryDelay: 1500,
    onSuccess: (out, input) => {
      key.current = newKey()
      const place = after.puts?.(out, input)
      if (place) cache.setQueryData(place, out)
      const stales = after.stales ?? []
      if (stales.length) void cache.invalidateQueries({ predicate: (q) => stales.includes(String(q.queryKey[0])) })
      after.done?.(out)
    },
    onError: () => {
      key.current = newKey()
    },
  })
}
