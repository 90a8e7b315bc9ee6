import { ask, client, type Readings, type Schemas } from '../api/client'
import type { Kept } from '../api/declared.gen'

/** How an entry goes up: under a key of its own, and how many seconds it waited on this device. */
export type Sent = { key: string; ago: number }

const later = ({ ago }: Sent) => (ago > 0 ? { 'Sedum-Entered-Ago': ago } : {})
const head = (sent: Sent) => ({ 'Idempotency-Key': sent.key, ...later(sent) })
const tree = (tag: string, sent: Sent) => ({ params: { path: { tag }, header: head(sent) } })

type Look = {
  tag: string
  version: number
  afterWork: boolean
  readings: Readings
  season?: Schemas['StockSeason']
  seasonReason?: string
}
type VisitPhoto = { planted: string; visit: string; shows: Schemas['VisitsShows']; caption: string; file: Blob }
type Photo = { tag: string; part: string; caption: string; file: Blob }

/** How each deed that a device keeps is sent. Of two that wait with the same `slot` the later one counts. */
export const deeds = {
  'save-check': {
    send: ({ tag, version, afterWork, readings, season, seasonReason }: Look, sent: Sent) =>
      ask(
        client.POST('/api/v1/trees/{tag}/checks', {
          ...tree(tag, sent),
          body: {
            version,
            after_work: afterWork,
            readings,
            ...(season ? { season, season_reason: seasonReason } : {}),
          },
        }),
      ),
    slot: ({ tag }: Look) => tag,
  },
  correct: {
    send: ({ tag, ...body }: { tag: string } & Schemas['BenchCorrect'], sent: Sent) =>
      ask(client.POST('/api/v1/trees/{tag}/corrections', { ...tree(tag, sent), body })),
    slot: ({ tag, work_key }: { tag: string; work_key: string }) => `${tag} ${work_key}`,
  },
  'record-damage': {
    send: ({ tag, ...body }: { tag: string } & Schemas['JourneysNewDamage'], sent: Sent) =>
      ask(client.POST('/api/v1/trees/{tag}/damages', { ...tree(tag, sent), body })),
  },
  'repair-damage': {
    send: ({ tag, id, repaired }: { tag: string; id: string; repaired: boolean }, sent: Sent) =>
      ask(
        client.PUT('/api/v1/trees/{tag}/damages/{id}/repaired', {
          params: { path: { tag, id }, header: later(sent) },
          body: { repaired },
        }),
      ),
    slot: ({ id }: { id: string }) => id,
  },
  'add-photo': {
    send: ({ tag, part, caption, file }: Photo, sent: Sent) =>
      ask(
        client.POST('/api/v1/trees/{tag}/photos', {
          params: { path: { tag }, query: { part, caption }, header: head(sent) },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
  },
  'keep-roots': {
    send: (body: Schemas['ClockNewStage'], sent: Sent) =>
      ask(client.POST('/api/v1/clock/stages', { params: { header: head(sent) }, body })),
  },
  'feel-roots': {
    send: (body: Schemas['ClockNewDampLook'], sent: Sent) =>
      ask(client.POST('/api/v1/clock/damp', { params: { header: head(sent) }, body })),
  },
  'begin-soak': {
    send: (body: Schemas['ClockNewSoak'], sent: Sent) =>
      ask(client.POST('/api/v1/soaks', { params: { header: head(sent) }, body })),
  },
  'end-soak': {
    send: ({ id, ...body }: { id: string } & Schemas['ClockOutOfWater'], sent: Sent) =>
      ask(client.PUT('/api/v1/soaks/{id}/ended', { params: { path: { id }, header: later(sent) }, body })),
    slot: ({ id }: { id: string }) => id,
  },
  'add-care-entry': {
    send: ({ planted, ...body }: { planted: string } & Schemas['PlantedNewEntry'], sent: Sent) =>
      ask(client.POST('/api/v1/planted/{id}/entries', { params: { path: { id: planted }, header: head(sent) }, body })),
  },
  'save-visit': {
    send: ({ planted, ...body }: { planted: string } & Schemas['VisitsNewVisit'], sent: Sent) =>
      ask(client.POST('/api/v1/planted/{id}/visits', { params: { path: { id: planted }, header: head(sent) }, body })),
    slot: ({ id }: { id: string }) => id,
  },
  'add-visit-photo': {
    send: ({ planted, visit, shows, caption, file }: VisitPhoto, sent: Sent) =>
      ask(
        client.POST('/api/v1/planted/{id}/photos', {
          params: { path: { id: planted }, query: { visit, shows, caption }, header: head(sent) },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
  },
  'scan-tags': {
    send: ({ number, tags }: { number: number; tags: string[] }, sent: Sent) =>
      ask(
        client.POST('/api/v1/stocktakes/{number}/scans', {
          params: { path: { number }, header: head(sent) },
          body: { tags },
        }),
      ),
  },
} satisfies Record<Kept, unknown>

export type Deed = Kept
export type Input<D extends Deed> = Parameters<(typeof deeds)[D]['send']>[0]
export type Out<D extends Deed> = Awaited<ReturnType<(typeof deeds)[D]['send']>>

/** One deed as any other, for the list that holds them all. */
type AnyDeed = { send: (input: unknown, sent: Sent) => Promise<unknown>; slot?: (input: unknown) => string }

export const anyDeed = (deed: Deed) => deeds[deed] as unknown as AnyDeed
