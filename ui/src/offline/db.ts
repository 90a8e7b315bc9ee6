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
  /** When it was made, by the server's clock as this device knew it, ms. */
  at: number
  /** Why the server did not take it; a person decides. */
  refused?: string
  /** How often the server failed over it; it is sent again, behind the others. */
  failed?: number
}

interface House extends DBSchema {
  entries: { key: number; value: KeptEntry }
  cache: { key: string; value: unknown }
}

let opened: Promise<IDBPDatabase<House>> | undefined

export function db(): Promise<IDBPDatabase<House>> {
  opened ??= openDB<House>('sedum', 3, {
    upgrade(house) {
      for (const name of [...house.objectStoreNames]) house.deleteObjectStore(name)
      house.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true })
      house.createObjectStore('cache')
    },
  })
  return opened
}
