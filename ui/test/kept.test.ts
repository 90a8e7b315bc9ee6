import { QueryClient } from '@tanstack/react-query'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { hear, serverNow } from '../src/api/clock'
import { db, type KeptEntry } from '../src/offline/db'
import { keepEntry, sendAgain, sendKept } from '../src/offline/kept'
import { asked, away, ok, problem, serverAnswers, serverRunsAt } from './device'

const cache = new QueryClient()
const send = () => sendKept('wren', cache)
const waiting = async () => (await db()).getAll('entries')

let made = 0
const feel = (tag: string): KeptEntry => ({
  key: `key-${++made}`,
  deed: 'feel-roots',
  input: { lot: 22, tag, damp: 'moist' },
  what: tag,
  href: '/clock',
  person: 'wren',
  at: serverNow(),
})
const look = (tag: string): KeptEntry => ({
  ...feel(tag),
  deed: 'save-check',
  input: { tag, version: 1, afterWork: false, readings: { above: {}, probes: [], roots: [], roots_looked: false } },
})

beforeEach(async () => {
  await (await db()).clear('entries')
  serverRunsAt(() => Date.now())
})
afterEach(() => void vi.useRealTimers())

test('what waits goes up in its order, once, under its own key, and is then gone', async () => {
  const entries = [feel('A'), feel('B'), feel('C')]
  for (const e of entries) await keepEntry(e)
  serverAnswers(ok)
  await send()
  expect(asked.map((a) => a.key)).toEqual(entries.map((e) => e.key))
  expect(await waiting()).toEqual([])
})

test('of two looks at one tree that wait, the later counts; another tree keeps its own', async () => {
  for (const e of [look('A'), look('B'), look('A')]) await keepEntry(e)
  expect((await waiting()).map((e) => e.what)).toEqual(['B', 'A'])
})

test('without a network it stops, keeps all, and goes on with the same keys', async () => {
  for (const e of [feel('A'), feel('B')]) await keepEntry(e)
  serverAnswers(ok, away)
  await send()
  expect((await waiting()).map((e) => e.what)).toEqual(['B'])
  const key = asked[1].key
  serverAnswers(ok)
  await send()
  expect(asked.map((a) => a.key)).toEqual([key])
  expect(await waiting()).toEqual([])
})

test.each([
  [503, 'full'],
  [503, 'down'],
  [401, 'signed-out'],
  [429, 'too-often'],
])('an answer of %d (%s) is later, never refused', async (status, code) => {
  await keepEntry(feel('A'))
  serverAnswers(problem(status, code))
  for (let i = 0; i < 6; i++) await send()
  const [entry] = await waiting()
  expect(entry.refused).toBeUndefined()
  serverAnswers(ok)
  await send()
  expect(await waiting()).toEqual([])
})

test('what the server fails over five times waits behind the others, is not refused, and goes up in the end', async () => {
  for (const e of [feel('bad'), feel('good')]) await keepEntry(e)
  serverAnswers((a) => ((a.body as { tag: string }).tag === 'bad' ? problem(500, 'internal')() : ok()))
  for (let i = 0; i < 5; i++) await send()
  const left = await waiting()
  expect(left.map((e) => [e.what, e.failed, e.refused])).toEqual([['bad', 5, undefined]])
  serverAnswers(ok)
  await send()
  expect(await waiting()).toEqual([])
})

test('what is refused waits for a person with the reason, and is sent again only when told', async () => {
  await keepEntry(feel('A'))
  serverAnswers(problem(409, 'gone'))
  await send()
  await send()
  expect(asked).toHaveLength(1)
  const [refused] = await waiting()
  expect(refused.refused).toBe('because gone')
  serverAnswers(ok)
  await sendAgain(refused)
  await send()
  expect(asked[0].key).toBe(refused.key)
  expect(await waiting()).toEqual([])
})

test("another person's entries stay where they are", async () => {
  await keepEntry({ ...feel('A'), person: 'bram' })
  serverAnswers(ok)
  await send()
  expect(asked).toEqual([])
  expect(await waiting()).toHaveLength(1)
})

// The tablet's clock is hours off when an entry is made, and put right, or wrong, before it is sent: it waited ten minutes all the same.
test.each([
  [-48, 0],
  [48, 0],
  [0, -48],
  [-48, -48],
  [0, 0],
])('a device clock %d h off that is %d h off when it sends moves no entry', async (made, sent) => {
  vi.useFakeTimers({ toFake: ['Date'] })
  const truth = Date.parse('2026-11-28T09:00:00Z')
  let elapsed = 0
  serverRunsAt(() => truth + elapsed)
  const heard = () => hear(new Response(null, { headers: { Date: new Date(truth + elapsed).toUTCString() } }))
  vi.setSystemTime(truth + made * 3_600_000)
  heard()
  await keepEntry(feel('A'))
  elapsed = 10 * 60_000
  vi.setSystemTime(truth + elapsed + sent * 3_600_000)
  heard()
  serverAnswers(ok)
  await send()
  expect(Math.abs(asked[0].ago - 600)).toBeLessThan(3)
})
