import { queryOptions } from '@tanstack/react-query'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'

/** Claims of the house, or of one planted tree. */
export const claimsQuery = (planted: string) =>
  queryOptions({
    queryKey: keyOf('list-claims', planted),
    queryFn: () => ask(client.GET('/api/v1/claims', { params: { query: { planted, limit: 60 } } })),
  })

/** A claim with the record of its tree. */
export const claimQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-claim', number),
    queryFn: () => ask(client.GET('/api/v1/claims/{number}', { params: { path: { number } } })),
  })

/** Whose matter each cause is in this house. */
export const causesQuery = queryOptions({
  queryKey: keyOf('list-causes'),
  queryFn: () => ask(client.GET('/api/v1/guarantee/causes')),
})
