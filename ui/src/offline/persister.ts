import type { PersistedClient, Persister } from '@tanstack/react-query-persist-client'
import type { Reading } from '../api/declared.gen'
import { db } from './db'

const place = 'queries'

/** What is kept for a page without a network: the yard, and who is signed in; of customers only the way of a round. */
export const keptQueries: readonly Reading[] = [
  'who-am-i',
  'see-tree',
  'list-trees',
  'list-lots',
  'see-lot',
  'see-lot-keeping',
  'today',
  'see-work',
  'see-clock',
  'list-soaks',
  'list-deliveries',
  'list-kinds',
  'list-measures',
  // Who goes out has the way of the day with them, and what was seen at each tree on it (decision 47).
  'see-round',
  'see-visits',
]

/** Keeps the answers of the server in IndexedDB. */
export const persister: Persister = {
  persistClient: async (client: PersistedClient) => {
    // What was last seen is kept, also when asking for it again has failed since.
    const queries = client.clientState.queries.map((q) => ({
      ...q,
      state: { ...q.state, status: 'success' as const, error: null, fetchFailureReason: null },
      promise: undefined,
    }))
    await (await db()).put('cache', { ...client, clientState: { queries, mutations: [] } }, place)
  },
  restoreClient: async () => {
    const kept = (await (await db()).get('cache', place)) as PersistedClient | undefined
    // What was kept is shown at once, and asked for again as soon as somebody looks at it.
    for (const q of kept?.clientState.queries ?? []) q.state.dataUpdatedAt = 1
    return kept
  },
  removeClient: async () => {
    await (await db()).delete('cache', place)
  },
}
