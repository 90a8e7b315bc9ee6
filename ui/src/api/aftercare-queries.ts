import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { ask, client, type Schemas } from './client'
import { keyOf } from './stale'

export const plantedListQuery = (text: string) =>
  queryOptions({
    queryKey: keyOf('list-planted', text),
    queryFn: () => ask(client.GET('/api/v1/planted', { params: { query: { text, limit: 100 } } })),
    placeholderData: keepPreviousData,
  })

/** A planted tree: its water, what was entered, and what was seen. */
export const visitsQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-visits', id),
    queryFn: () => ask(client.GET('/api/v1/planted/{id}/visits', { params: { path: { id } } })),
  })

export const sheetPlantedQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('sheet-planted', number),
    queryFn: () => ask(client.GET('/api/v1/sheets/{number}/planted', { params: { path: { number } } })),
  })

export const roundQuery = (days: number, limit: number) =>
  queryOptions({
    queryKey: keyOf('see-round', days, limit),
    queryFn: () => ask(client.GET('/api/v1/round', { params: { query: { days, limit } } })),
    placeholderData: keepPreviousData,
  })

export const troublesQuery = (planted: string) =>
  queryOptions({
    queryKey: keyOf('list-troubles', planted),
    queryFn: () => ask(client.GET('/api/v1/troubles', { params: { query: { planted, limit: 100 } } })),
  })

export const troubleQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-trouble', number),
    queryFn: () => ask(client.GET('/api/v1/troubles/{number}', { params: { path: { number } } })),
  })

/** Where a trouble stands with what has been looked at so far; the last answer stays until the next is there. */
export const weighQuery = (signs: Schemas['TroublesSigns']) =>
  queryOptions({
    queryKey: ['weigh-signs', signs],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/troubles/weighing', { body: signs, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    retry: false,
  })

export const oddsQuery = queryOptions({
  queryKey: keyOf('list-odds'),
  queryFn: () => ask(client.GET('/api/v1/troubles/odds')),
})

/** What our own trees say of each step at which practice differs. */
export const schoolRecordQuery = queryOptions({
  queryKey: keyOf('see-school-record'),
  queryFn: () => ask(client.GET('/api/v1/outcomes/schools')),
})

/** What became of the trees whose roots one person cut; "" is one's own hand. */
export const handQuery = (person: string) =>
  queryOptions({
    queryKey: keyOf('see-hand', person),
    queryFn: () => ask(client.GET('/api/v1/outcomes/hand', { params: { query: { person } } })),
  })

export const outcomesQuery = (by: Schemas['OutcomesBy'], step: string) =>
  queryOptions({
    queryKey: keyOf('see-outcomes', by, step),
    queryFn: () => ask(client.GET('/api/v1/outcomes', { params: { query: { by, step } } })),
    placeholderData: keepPreviousData,
  })

/** Anything of the house by a few letters. */
export const searchQuery = (text: string) =>
  queryOptions({
    queryKey: ['search', text],
    queryFn: ({ signal }) => ask(client.GET('/api/v1/search', { params: { query: { text } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
  })

/** A planted tree from its arrival to its seventh year. */
export const lifeQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-life', id),
    queryFn: () => ask(client.GET('/api/v1/planted/{id}/life', { params: { path: { id } } })),
  })
