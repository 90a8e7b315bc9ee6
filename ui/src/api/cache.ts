import { QueryClient } from '@tanstack/react-query'
import { comesBack } from './client'

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, cause) => comesBack(cause) && count < 20,
      retryDelay: (count) => Math.min(500 * 1.5 ** count, 4000),
      networkMode: 'always',
      refetchOnWindowFocus: true,
      staleTime: 2_000,
      gcTime: 14 * 3600_000,
    },
    mutations: { networkMode: 'always' },
  },
})
