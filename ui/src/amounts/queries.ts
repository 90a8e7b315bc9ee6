import { queryOptions } from '@tanstack/react-query'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'

/** What one planting was to take, and took. */
export const amountsQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-amounts', id),
    queryFn: () => ask(client.GET('/api/v1/planted/{id}/amounts', { params: { path: { id } } })),
  })

/** What all plantings took against their plans; "" is since ever. */
export const comparedQuery = (from: string) =>
  queryOptions({
    queryKey: keyOf('compare-amounts', from),
    queryFn: () => ask(client.GET('/api/v1/amounts', { params: { query: { from } } })),
  })
