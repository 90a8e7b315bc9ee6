import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'

/** What became of the trees that were planted for somebody between two days; what is empty is left to the house. */
export const reportQuery = (of: { text: string; from: string; to: string }) =>
  queryOptions({
    queryKey: keyOf('see-report', of.text, of.from, of.to),
    queryFn: () => ask(client.GET('/api/v1/report', { params: { query: of } })),
    placeholderData: keepPreviousData,
    retry: false,
  })
