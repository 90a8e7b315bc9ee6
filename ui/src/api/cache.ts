import { QueryClient } from '@tanstack/react-query'
import { Problem } from './client'

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // A database that is coming back is worth waiting for; anything else is said at once.
      retry: (count, cause) => cause instanceof Problem && (cause.status === 503 || cause.status === 0) && count < 20,
      retryDelay: (count) => Math.min(500 * 1.5 ** count, 4000),
      networkMode: 'always',
      refetchOnWindowFocus: true,
      staleTime: 2_000,
      gcTime: 14 * 3600_000,
    },
    mutations: { networkMode: 'always' },
  },
})
