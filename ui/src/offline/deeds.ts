import type { QueryClient } from '@tanstack/react-query'
import { ask, client, type Readings, type Schemas, type Tree } from '../api/client'

/** How an entry goes up: under a key of its own, and how many seconds it waited on this device. */
export type Sent = { key: string; ago: number }

const head = ({ key, ago }: Sent) => ({
  'Idempotency-Key': key,
  ...(ago > 0 ? { 'Sedum-Entered-Ago': ago } : {}),
})

const later = ({ ago }: Sent) => (ago > 0 ? { header: { 'Sedum-Entered-Ago': ago } } : {})

type Look = { tag: string; version: number; afterWork: boolean; readings: Readings }
type Photo = { tag: string; part: string; caption: string; file: Blob }

const tree = (tag: string, sent: Sent) => ({ params: { path: { tag }, header: head(sent) } })

/**
 * The deeds of the yard, which a device keeps while there is no network. `stales` are the answers that each makes old; of two
 * that wait with the same `slot` the later one counts.
 */
export const deeds = {
  look: {
    send: ({ tag, version, afterWork, readings }: Look, sent: Sent) =>
      ask(
        client.POST('/api/v1/trees/{tag}/checks', {
          ...tree(tag, sent),
          body: { version, after_work: afterWork, readings },
        }),
      ),
    stales: ['tree', 'trees', 'lots', 'lot', 'today', 'match', 'work'],
    slot: ({ tag }: Look) => tag,
  },
  correction: {
    send: ({ tag, ...body }: { tag: string } & Schemas['CorrectBody'], sent: Sent) =>
      ask(client.POST('/api/v1/trees/{tag}/corrections', { ...tree(tag, sent), body })),
    stales: ['work', 'tree', 'today'],
    slot: ({ tag, work_key }: { tag: string; work_key: string }) => `${tag} ${work_key}`,
  },
  damage: {
    send: ({ tag, ...body }: { tag: string } & Schemas['DeskNewDamage'], sent: Sent) =>
      ask(client.POST('/api/v1/trees/{tag}/damages', { ...tree(tag, sent), body })),
    stales: ['work', 'today', 'trees', 'lots', 'tree'],
  },
  repair: {
    send: ({ tag, id, repaired }: { tag: string; id: string; repaired: boolean }, sent: Sent) =>
      ask(
        client.POST('/api/v1/trees/{tag}/damages/{id}/repaired', {
          params: { path: { tag, id }, ...later(sent) },
          body: { repaired },
        }),
      ),
    stales: ['work', 'tree', 'today'],
    slot: ({ id }: { id: string }) => id,
  },
  photo: {
    send: ({ tag, part, caption, file }: Photo, sent: Sent) =>
      ask<Tree>(
        client.POST('/api/v1/trees/{tag}/photos', {
          params: { path: { tag }, query: { part, caption }, header: head(sent) },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    stales: ['tree'],
  },
  stage: {
    send: (body: Schemas['DeskNewStage'], sent: Sent) =>
      ask(client.POST('/api/v1/clock/stages', { params: { header: head(sent) }, body })),
    stales: ['clock', 'tree', 'today'],
  },
  felt: {
    send: (body: Schemas['DeskNewDampLook'], sent: Sent) =>
      ask(client.POST('/api/v1/clock/damp', { params: { header: head(sent) }, body })),
    stales: ['clock', 'tree', 'today'],
  },
  soak: {
    send: (body: Schemas['DeskNewSoak'], sent: Sent) =>
      ask(client.POST('/api/v1/soaks', { params: { header: head(sent) }, body })),
    stales: ['soaks', 'today'],
  },
  'soak-out': {
    send: ({ id }: { id: string }, sent: Sent) =>
      ask(client.POST('/api/v1/soaks/{id}/ended', { params: { path: { id }, ...later(sent) }, body: {} })),
    stales: ['soaks', 'today'],
    slot: ({ id }: { id: string }) => id,
  },
} as const

export type Deed = keyof typeof deeds
export type Input<D extends Deed> = Parameters<(typeof deeds)[D]['send']>[0]
export type Out<D extends Deed> = Awaited<ReturnType<(typeof deeds)[D]['send']>>

/** One deed as any other, for the list that holds them all. */
type AnyDeed = {
  send: (input: unknown, sent: Sent) => Promise<unknown>
  stales: readonly string[]
  slot?: (input: unknown) => string
}

export const anyDeed = (deed: Deed) => deeds[deed] as unknown as AnyDeed

export const nowStale = (cache: QueryClient, deed: Deed) =>
  void cache.invalidateQueries({ predicate: (q) => anyDeed(deed).stales.includes(String(q.queryKey[0])) })
