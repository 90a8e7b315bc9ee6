import { queryOptions } from '@tanstack/react-query'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'

/** What was advised and not taken, at one spot or (with "") anywhere. */
export const refusalsQuery = (spot: string) =>
  queryOptions({
    queryKey: keyOf('list-refusals', spot),
    queryFn: () => ask(client.GET('/api/v1/refusals', { params: { query: { spot, limit: 60 } } })),
  })
