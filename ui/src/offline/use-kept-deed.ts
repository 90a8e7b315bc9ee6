import { type QueryKey, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { newKey } from '../api/client'
import { serverNow } from '../api/clock'
import { whoQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { type Deed, deeds, type Input, type Out, type Sent } from './deeds'
import { away, keepEntry, sendKept, waits } from './kept'

/** What an entry is, for people, and where to see it. */
type Said = { what: string; href: string }

/**
 * A deed of the yard. With a network it is done at once; without one it is kept on this device and goes up later, in order,
 * under the same key. `data` is then null: nothing is shown that no server answered.
 */
export function useKeptDeed<D extends Deed>(
  deed: D,
  says: (input: Input<D>) => Said,
  after: { puts?: (out: Out<D>, input: Input<D>) => QueryKey; done?: (out: Out<D>) => void; kept?: () => void } = {},
) {
  const cache = useQueryClient()
  const who = useQuery(whoQuery)
  const send = deeds[deed].send as unknown as (input: Input<D>, sent: Sent) => Promise<Out<D>>
  return useMutation({
    mutationFn: async (input: Input<D>): Promise<Out<D> | null> => {
      const person = who.data?.name ?? ''
      const key = newKey()
      const entry = { key, deed, input, ...says(input), person, at: serverNow() }
      if (waits(person)) {
        await keepEntry(entry)
        void sendKept(person, cache)
        return null
      }
      try {
        return await send(input, { key, ago: 0 })
      } catch (cause) {
        if (!away(cause) || !person) throw cause
        await keepEntry(entry)
        return null
      }
    },
    onSuccess: (out, input) => {
      if (out === null) {
        after.kept?.()
        return
      }
      const place = after.puts?.(out, input)
      if (place) cache.setQueryData(place, out)
      nowStale(cache, deed, place)
      after.done?.(out)
    },
  })
}
