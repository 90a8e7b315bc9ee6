import createClient from 'openapi-fetch'
import { settings } from '../words/settings'
import { hear } from './clock'
import type { components, paths } from './schema'
import { touchedAgo } from './touched'

export type Schemas = components['schemas']
export type Tree = Schemas['BenchTree']
export type Check = Schemas['BenchLook']
export type Assessment = Schemas['BenchAssessed']
export type Readings = Schemas['StockReadings']
export type Subject = Schemas['StockSubject']
export type Circler = Schemas['StockCircler']
export type Probe = Schemas['StockProbe']
export type Spot = Schemas['GroundPage']
export type Ground = Schemas['GroundFacts']
export type Climate = Schemas['ClimateFacts']
export type PlanAnswer = Schemas['SheetsPlanned']
export type PlanNumbers = Schemas['PlantingPlan']
export type PlanWords = Schemas['WordsPlanWords']
export type Sheet = Schemas['SheetsPage']
export type Person = Schemas['PeopleSigned']

/** What the server says went wrong, with the fields; status 0 is no network. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly code: string,
    readonly errors: { field: string; message: string; code: string }[],
    readonly current?: unknown,
  ) {
    super(message)
  }

  field(name: string): string | undefined {
    return this.errors.find((e) => e.field === name || e.field === `readings.${name}`)?.message
  }
}

/** A database that is coming back is worth waiting for. While the records are put back, which takes minutes, that is said at once. */
export const comesBack = (cause: unknown) =>
  cause instanceof Problem && (cause.status === 0 || (cause.status === 503 && cause.code !== 'restoring'))

export const client = createClient<paths>({ baseUrl: '/' })

client.use({
  onRequest({ request }) {
    request.headers.set('Accept-Language', settings().language)
    request.headers.set('Sedum-Units', settings().units)
    request.headers.set('Sedum-Touched-Ago', String(touchedAgo()))
    return request
  },
  onResponse({ response }) {
    hear(response)
  },
})

/** Tells the page that a request found no server, so that it is said at once. */
export const awayEvent = 'sedum-away'

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** The data of an answer; a Problem is thrown, so that a query or a deed carries it. */
export async function ask<T>(sent: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await sent
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause
    window.dispatchEvent(new Event(awayEvent))
    throw new Problem(0, 'offline', 'offline', [])
  }
  if (answer.response.ok) return answer.data as T
  const p = (answer.error ?? {}) as Partial<Schemas['Problem']>
  throw new Problem(answer.response.status, p.detail ?? '', p.code ?? 'internal', p.errors ?? [], p.current)
}

/** A fresh key for a request that creates something: sent twice, it happens once. */
export function newKey(): string {
  const raw = crypto.getRandomValues(new Uint8Array(18))
  return Array.from(raw, (b) => b.toString(36).padStart(2, '0')).join('')
}
