import 'fake-indexeddb/auto'
import { vi } from 'vitest'

/** What a page finds on a device, for the logic that runs without one: its store, and a server that answers as told. */
const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v),
  removeItem: (k: string) => void kept.delete(k),
})
vi.stubGlobal('window', new EventTarget())
vi.stubGlobal('navigator', { language: 'en-US' })
vi.stubGlobal('BroadcastChannel', undefined)
const NodeRequest = globalThis.Request
vi.stubGlobal(
  'Request',
  class extends NodeRequest {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' ? new URL(input, 'http://yard.test') : input, init)
    }
  },
)

export type Asked = { path: string; key: string | null; ago: number; body: unknown }
export const asked: Asked[] = []
let answers: ((asked: Asked) => Response | Error)[] = []

/** The server answers these in turn, and the last of them from then on. */
export function serverAnswers(...list: ((asked: Asked) => Response | Error)[]) {
  asked.length = 0
  answers = list
}

/** When the server thinks it is, ms: told with each answer. */
export let serverTime = () => Date.now()
export function serverRunsAt(time: () => number) {
  serverTime = time
}

export const ok = () => Response.json({ version: 2 })
export const away = () => new Error('no network')
export const problem = (status: number, code: string) => () =>
  Response.json({ status, code, detail: `because ${code}`, errors: [] }, { status })

vi.stubGlobal('fetch', async (request: Request) => {
  const a: Asked = {
    path: new URL(request.url).pathname,
    key: request.headers.get('Idempotency-Key'),
    ago: Number(request.headers.get('Sedum-Entered-Ago') ?? 0),
    body: await request.json().catch(() => undefined),
  }
  asked.push(a)
  const answer = (answers.length > 1 ? answers.shift() : answers[0])?.(a)
  if (!answer || answer instanceof Error) throw new TypeError('no network')
  answer.headers.set('Date', new Date(serverTime()).toUTCString())
  return answer
})
