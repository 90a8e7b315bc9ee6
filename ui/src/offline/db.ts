import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Deed } from './deeds'

/** One entry that waits on this device until the server has it. */
export type KeptEntry = {
  /** Place in the order of entering. */
  seq?: number
  /** The idempotency key: sent twice, it happens once. */
  key: string
  deed: Deed
  input: unknown
  /** What it is, for people, and where to see it. */
  what: string
  href: string
  person: string
  /** When it was made, by this device's clock, ms. */
  at: number
  /** Why the server did not take it; a person decides. */
  refused?: string
}

interface House extends DBSchema {
  entries: { key: number; value: KeptEntry }
  cache: { key: string; value: unknown }
}

let opened: Promise<IDBPDatabase<House>> | undefined

export function db(): Promise<IDBPDatabase<House>> {
  opened ??= openDB<House>('sedum', 2, {
    async upgrade(house, from, _to, change) {
      house.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true })
      if (from === 0) {
        house.createObjectStore('cache')
        return
      }
      // The version before kept looks only; those that wait are taken along.
      const before = house as unknown as IDBPDatabase
      const old = (change as unknown as import('idb').IDBPTransaction<unknown, string[], 'versionchange'>).objectStore(
        'looks',
      )
      for (const l of await old.getAll()) {
        await change.objectStore('entries').add({
          key: l.key,
          deed: 'look',
          input: { tag: l.tag, version: l.version, afterWork: l.afterWork, readings: l.readings },
          what: `${l.tag} ${l.common}`,
          href: `/bench/${l.tag}`,
          person: l.person,
          at: Date.parse(l.at),
          ...(l.refused ? { refused: l.refused } : {}),
        })
      }
      before.deleteObjectStore('looks')
    },
  })
  return opened
}
