import { queryOptions } from '@tanstack/react-query'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'

/** The calendar of a planted tree. */
export const datesQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-dates', id),
    queryFn: () => ask(client.GET('/api/v1/planted/{id}/dates', { params: { path: { id } } })),
  })

export const houseDatesQuery = queryOptions({
  queryKey: keyOf('list-house-dates'),
  queryFn: () => ask(client.GET('/api/v1/house-dates')),
})

/** The letters about a planted tree. */
export const remindersQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-reminders', id),
    queryFn: () => ask(client.GET('/api/v1/planted/{id}/reminders', { params: { path: { id } } })),
  })

/** What is known of the spares of a planted tree. */
export const sparesQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-spares', id),
    queryFn: () => ask(client.GET('/api/v1/planted/{id}/spares', { params: { path: { id } } })),
  })
