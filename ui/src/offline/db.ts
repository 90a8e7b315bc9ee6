import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Readings } from '../api/client'

/** One look at a tree that waits on this device until the server has it. */
export type KeptLook = {
  /** Place in the order of entering. */
  seq?: number
  /** The idempotency key: sent twice, it happens once. */
  key: string
  tag: string
  common: string
  version: number
  afterWork: boolean
  readings: Readings
  person: string
  at: string
  /** Why the server did not take it; a person decides. */
  refused?: string
}

interface House extends DBSchema {
  looks: { key: number; value: KeptLook }
  cache: { key: string; value: unknown }
}

let opened: Promise<IDBPDatabase<House>> | undefined

export function db(): Promise<IDBPDatabase<House>> {
  opened ??= openDB<House>('sedum', 1, {
    upgrade(fresh) {
      fresh.createObjectStore('looks', { keyPath: 'seq', autoIncrement: true })
      fresh.createObjectStore('cache')
    },
  })
  return opened
}
