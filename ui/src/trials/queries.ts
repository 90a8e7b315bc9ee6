import { queryOptions } from '@tanstack/react-query'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'

export const trialsQuery = queryOptions({
  queryKey: keyOf('list-trials'),
  queryFn: () => ask(client.GET('/api/v1/trials')),
})

export const trialQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-trial', number),
    queryFn: () => ask(client.GET('/api/v1/trials/{number}', { params: { path: { number } } })),
  })

/** The trials that a tree for a spot may be drawn for, or was. */
export const trialsForQuery = (tag: string, spotId: string) =>
  queryOptions({
    queryKey: keyOf('trials-for', tag, spotId),
    queryFn: () => ask(client.GET('/api/v1/trials-for', { params: { query: { tag, spot_id: spotId } } })),
  })
