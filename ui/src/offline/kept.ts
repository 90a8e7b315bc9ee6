import type { QueryClient } from '@tanstack/react-query'
import { useSyncExternalStore } from 'react'
import { Problem } from '../api/client'
import { serverNow } from '../api/clock'
import { nowStale } from '../api/stale'
import { db, type KeptEntry } from './db'
import { anyDeed, type Deed, type Input } from './deeds'

let list: KeptEntry[] = []
const listeners = new Set<() => void>()

async function reload() {
  list = await (await db()).getAll('entries')
  for (const l of listeners) l()
}

void reload()
// Another window of the same device keeps and sends as well.
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('sedum-entries')
channel?.addEventListener('message', () => void reload())

async function changed() {
  await reload()
  channel?.postMessage('changed')
}

/** What waits on this device, in the order in which it was entered. */
export function useKept(): KeptEntry[] {
  return useSyncExternalStore(
    (on) => {
      listeners.add(on)
      return () => listeners.delete(on)
    },
    () => list,
  )
}

/** The entries of one deed that wait and fit. */
export function useKeptOf<D extends Deed>(deed: D, fits: (input: Input<D>) => boolean): KeptEntry[] {
  return useKept().filter((k) => k.deed === deed && !k.refused && fits(k.input as Input<D>))
}

/** Whether something of this person waits: what comes later waits behind it, so that all goes up in order. */
export const waits = (person: string) => list.some((k) => k.person === person && !k.refused)

/** Keeps an entry on the device. A later one in the same slot takes the place of the one that waits. */
export async function keepEntry(entry: KeptEntry) {
  const store = (await db()).transaction('entries', 'readwrite').store
  const slot = anyDeed(entry.deed).slot?.(entry.input)
  for (const before of await store.getAll()) {
    const same = before.deed === entry.deed && slot !== undefined && anyDeed(before.deed).slot?.(before.input) === slot
    if (same && before.seq !== undefined) await store.delete(before.seq)
  }
  await store.add(entry)
  await changed()
}

export async function dropEntry(seq: number) {
  await (await db()).delete('entries', seq)
  await changed()
}

/** The server or its database is out of reach, or has no room to write: it will be asked again. */
export const away = (cause: unknown) => cause instanceof Problem && [0, 502, 503, 504].includes(cause.status)

/** Whoever signs in again, or waits a little, may send it then. */
const notNow = (cause: unknown) => away(cause) || (cause instanceof Problem && [401, 429].includes(cause.status))

let sending = false

/**
 * Sends what waits, in order, each once. It stops when the network is away and goes on when it is back. Only what the server refuses is
 * refused: over what it fails it is asked again, behind the others, so that one entry holds nobody up.
 */
export async function sendKept(person: string, cache: QueryClient) {
  if (sending) return
  sending = true
  try {
    const entries = (await (await db()).getAll('entries')).sort((a, b) => Number(!!a.failed) - Number(!!b.failed))
    for (const entry of entries) {
      if (entry.refused || entry.person !== person || entry.seq === undefined) continue
      try {
        const ago = Math.max(0.001, (serverNow() - entry.at) / 1000)
        await anyDeed(entry.deed).send(entry.input, { key: entry.key, ago })
        await dropEntry(entry.seq)
        nowStale(cache, entry.deed)
      } catch (cause) {
        if (notNow(cause)) return
        const failed = !(cause instanceof Problem) || cause.status >= 500
        await (await db()).put('entries', {
          ...entry,
          ...(failed ? { failed: (entry.failed ?? 0) + 1 } : { refused: (cause as Problem).message }),
        })
        await changed()
      }
    }
  } finally {
    sending = false
  }
}

/** Sends an entry again that was refused: what stood against it may be gone. */
export async function sendAgain(entry: KeptEntry) {
  const { refused: _, ...again } = entry
  await (await db()).put('entries', again)
  await changed()
}
