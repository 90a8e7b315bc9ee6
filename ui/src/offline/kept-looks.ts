import type { QueryClient } from '@tanstack/react-query'
import { useSyncExternalStore } from 'react'
import { ask, client, Problem } from '../api/client'
import { treeQuery } from '../api/queries'
import { db, type KeptLook } from './db'

let list: KeptLook[] = []
const listeners = new Set<() => void>()

async function reload() {
  list = await (await db()).getAll('looks')
  for (const l of listeners) l()
}

void reload()
// Another window of the same device keeps and sends as well.
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('sedum-looks')
channel?.addEventListener('message', () => void reload())

async function changed() {
  await reload()
  channel?.postMessage('changed')
}

/** The looks that wait on this device, in the order in which they were entered. */
export function useKeptLooks(): KeptLook[] {
  return useSyncExternalStore(
    (on) => {
      listeners.add(on)
      return () => listeners.delete(on)
    },
    () => list,
  )
}

/** Keeps a look on the device. A later look at the same tree takes the place of the one that waits. */
export async function keepLook(look: KeptLook) {
  const store = (await db()).transaction('looks', 'readwrite').store
  for (const before of await store.getAll()) {
    if (before.tag === look.tag && before.seq !== undefined) await store.delete(before.seq)
  }
  await store.add(look)
  await changed()
}

export async function dropLook(seq: number) {
  await (await db()).delete('looks', seq)
  await changed()
}

let sending = false

/** Sends what waits, in order, each once. It stops when the network is away and goes on when it is back. */
export async function sendKept(person: string, cache: QueryClient) {
  if (sending) return
  sending = true
  try {
    for (const look of await (await db()).getAll('looks')) {
      if (look.refused || look.person !== person || look.seq === undefined) continue
      try {
        await ask(
          client.POST('/api/v1/trees/{tag}/checks', {
            params: { path: { tag: look.tag }, header: { 'Idempotency-Key': look.key } },
            body: { version: look.version, after_work: look.afterWork, readings: look.readings },
          }),
        )
        await dropLook(look.seq)
        void cache.invalidateQueries({ queryKey: treeQuery(look.tag).queryKey })
        void cache.invalidateQueries({
          predicate: (q) => ['trees', 'lots', 'lot', 'today', 'match', 'work'].includes(String(q.queryKey[0])),
        })
      } catch (cause) {
        if (!(cause instanceof Problem) || [0, 401, 429, 500, 502, 503, 504].includes(cause.status)) return
        await (await db()).put('looks', { ...look, refused: cause.message })
        await changed()
      }
    }
  } finally {
    sending = false
  }
}
