import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { ask, client, type Readings, type Schemas, type Subject } from './client'
import type { operations } from './schema'
import { keyOf } from './stale'

export const whoQuery = queryOptions({
  queryKey: keyOf('who-am-i'),
  queryFn: () => ask(client.GET('/api/v1/session')),
  retry: false,
  staleTime: 5 * 60_000,
})

export const welcomeQuery = queryOptions({
  queryKey: keyOf('welcome'),
  queryFn: () => ask(client.GET('/api/v1/welcome')),
  staleTime: Number.POSITIVE_INFINITY,
})

export const todayQuery = queryOptions({ queryKey: keyOf('today'), queryFn: () => ask(client.GET('/api/v1/today')) })

/** A grower's note as it would be read in now. */
export const noteQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-note', id),
    queryFn: () => ask(client.GET('/api/v1/notes/{id}', { params: { path: { id } } })),
  })

export const letterheadQuery = queryOptions({
  queryKey: keyOf('see-letterhead'),
  queryFn: () => ask(client.GET('/api/v1/letterhead')),
})

export const lotsQuery = (toCheck: boolean) =>
  queryOptions({
    queryKey: keyOf('list-lots', toCheck),
    queryFn: () => ask(client.GET('/api/v1/lots', { params: { query: { to_check: toCheck, limit: 200 } } })),
    placeholderData: keepPreviousData,
  })

export const treesQuery = (query: { lot?: number; state?: string; text?: string }) =>
  queryOptions({
    queryKey: keyOf('list-trees', query),
    queryFn: () => ask(client.GET('/api/v1/trees', { params: { query: { ...query, limit: 500 } } })),
    placeholderData: keepPreviousData,
  })

export const treeQuery = (tag: string) =>
  queryOptions({
    queryKey: keyOf('see-tree', tag),
    queryFn: () => ask(client.GET('/api/v1/trees/{tag}', { params: { path: { tag } } })),
    retry: false,
  })

/** The sheets of a tree, and which of them holds it. */
export const treeSheetsQuery = (tag: string) =>
  queryOptions({
    queryKey: keyOf('sheets-of-tree', tag),
    queryFn: () => ask(client.GET('/api/v1/trees/{tag}/sheets', { params: { path: { tag } } })),
  })

/** The core's answer to what has been entered so far; the last one stays until the next is there. */
export const assessQuery = (subject: Subject, readings: Readings) =>
  queryOptions({
    queryKey: ['assess', subject, readings],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/bench/assess', { body: { subject, readings }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  })

export const weekQuery = queryOptions({ queryKey: keyOf('see-week'), queryFn: () => ask(client.GET('/api/v1/week')) })

/** The spots of whom somebody wrote last, or those with these letters. */
export const spotsQuery = (text = '') =>
  queryOptions({
    queryKey: keyOf('list-spots', text),
    queryFn: () => ask(client.GET('/api/v1/spots', { params: { query: { text, limit: 100 } } })),
    placeholderData: keepPreviousData,
  })

export const spotQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-spot', id),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}', { params: { path: { id } } })),
    retry: false,
  })

export const readSpotQuery = (id: string, change: Schemas['GroundChange']) =>
  queryOptions({
    queryKey: ['read-spot', id, change],
    queryFn: ({ signal }) =>
      ask(client.POST('/api/v1/spots/{id}/reading', { params: { path: { id } }, body: change, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

export const groundPlanQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-plan', id),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/plan', { params: { path: { id } } })),
    retry: false,
  })

export const lightQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-light', id),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/plan/light', { params: { path: { id } } })),
    retry: false,
  })

export const shadeQuery = (id: string, heightM: number, spreadM: number, keeps: boolean) =>
  queryOptions({
    queryKey: keyOf('see-shade', id, heightM, spreadM, keeps),
    queryFn: () =>
      ask(
        client.GET('/api/v1/spots/{id}/plan/shade', {
          params: { path: { id }, query: { height_m: heightM, spread_m: spreadM, keeps } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  })

export const readGroundPlanQuery = (id: string, change: Schemas['GroundPlanChange']) =>
  queryOptions({
    queryKey: ['read-plan', id, change],
    queryFn: ({ signal }) =>
      ask(client.POST('/api/v1/spots/{id}/plan/reading', { params: { path: { id } }, body: change, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

export const matchQuery = (id: string, tag: string | null) =>
  queryOptions({
    queryKey: keyOf('match', id, tag),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/match', { params: { path: { id }, query: tag ? { tag } : {} } })),
    retry: false,
  })

/** Every tree of one kind of a match. */
export const matchOrderQuery = (id: string, find: string) =>
  queryOptions({
    queryKey: keyOf('match-order', id, find),
    queryFn: ({ signal }) =>
      ask(
        client.GET('/api/v1/spots/{id}/match/order', { params: { path: { id }, query: find ? { find } : {} }, signal }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  })

export const severalQuery = (id: string, order: Schemas['MatchSeveral']) =>
  queryOptions({
    queryKey: ['match-several', id, order],
    queryFn: ({ signal }) =>
      ask(client.POST('/api/v1/spots/{id}/match/several', { params: { path: { id } }, body: order, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  })

export const roomQuery = (id: string, kind: string, heightM: number) =>
  queryOptions({
    queryKey: keyOf('see-room', id, kind, heightM),
    queryFn: () =>
      ask(
        client.GET('/api/v1/spots/{id}/match/room', { params: { path: { id }, query: { kind, height_m: heightM } } }),
      ),
    retry: false,
  })

export const matchKindQuery = (id: string, kind: string) =>
  queryOptions({
    queryKey: keyOf('match', id, 'kind', kind),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/match/kind', { params: { path: { id }, query: { kind } } })),
  })

export const planQuery = (body: Schemas['SheetsPlanAsk']) =>
  queryOptions({
    queryKey: ['plan', body],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/plan', { body, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

/** A plan drawn anew by other schools of the facts that stand on the page, while it is read again. */
export const redrawQuery = (body: Schemas['SheetsRedraw']) =>
  queryOptions({
    queryKey: ['plan', 'redraw', body],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/plan/redraw', { body, signal })),
    retry: false,
    gcTime: 10_000,
  })

/** What the sheets of several trees would say first, and what stands against each. */
export const plansQuery = (plans: Schemas['SheetsPlanAsk'][]) =>
  queryOptions({
    queryKey: ['plan', 'batch', plans],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/plans', { body: { plans }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

/** Several ways of planting one tree side by side. */
export const waysQuery = (plan: Schemas['SheetsPlanAsk'], ways: Record<string, string>[]) =>
  queryOptions({
    queryKey: ['plan', 'ways', plan, ways],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/plans/beside', { body: { plan, ways }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

export const batchQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-batch', id),
    queryFn: () => ask(client.GET('/api/v1/batches/{id}', { params: { path: { id } } })),
  })

/** What people told at home of their ground. */
export const tellingsQuery = queryOptions({
  queryKey: keyOf('list-tellings'),
  queryFn: () => ask(client.GET('/api/v1/tellings')),
})

export const batchesQuery = queryOptions({
  queryKey: keyOf('list-batches'),
  queryFn: () => ask(client.GET('/api/v1/batches')),
})

export const sheetsQuery = queryOptions({
  queryKey: keyOf('list-sheets'),
  queryFn: () => ask(client.GET('/api/v1/sheets')),
})

/** What the plantings of a sheet's customer take together. */
export const orderQuery = (
  number: number,
  query: { without: string; hands: boolean; can_l: number; seconds: number },
) =>
  queryOptions({
    queryKey: keyOf('order-of-sheet', number, query),
    queryFn: () => ask(client.GET('/api/v1/sheets/{number}/order', { params: { path: { number }, query } })),
    placeholderData: keepPreviousData,
    retry: false,
  })

export const pricesQuery = queryOptions({
  queryKey: keyOf('list-prices'),
  queryFn: () => ask(client.GET('/api/v1/prices')),
})

export const sheetQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-sheet', number),
    queryFn: () => ask(client.GET('/api/v1/sheets/{number}', { params: { path: { number } } })),
    retry: false,
  })

export const sheetLinkQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('sheet-link', number),
    queryFn: () => ask(client.GET('/api/v1/sheets/{number}/link', { params: { path: { number } } })),
    retry: false,
  })

export const sheetTicksQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('sheet-ticks', number),
    queryFn: () => ask(client.GET('/api/v1/sheets/{number}/ticks', { params: { path: { number } } })),
    retry: false,
  })

export const rulesQuery = queryOptions({
  queryKey: keyOf('see-rules'),
  queryFn: () => ask(client.GET('/api/v1/rules')),
})

export const ruleChangesQuery = queryOptions({
  queryKey: keyOf('rule-changes'),
  queryFn: () => ask(client.GET('/api/v1/rules/changes')),
})

export const triedQuery = (key: string, value: string) =>
  queryOptions({
    queryKey: ['try-rule', key, value],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/rules/try', { body: { key, value }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

export const deliveriesQuery = queryOptions({
  queryKey: keyOf('list-deliveries'),
  queryFn: () => ask(client.GET('/api/v1/deliveries')),
})

export const kindsQuery = queryOptions({
  queryKey: keyOf('list-kinds'),
  queryFn: () => ask(client.GET('/api/v1/kinds')),
  staleTime: 10 * 60_000,
})

export type MendingWhat = operations['see-mendings']['parameters']['path']['what']

export const mendingsQuery = (what: MendingWhat, id: string) =>
  queryOptions({
    queryKey: keyOf('see-mendings', what, id),
    queryFn: () => ask(client.GET('/api/v1/mendings/{what}/{id}', { params: { path: { what, id } } })),
  })

export const kindQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-kind', id),
    queryFn: () => ask(client.GET('/api/v1/kinds/{id}', { params: { path: { id } } })),
  })

export const growerNamesQuery = queryOptions({
  queryKey: keyOf('list-grower-names'),
  queryFn: () => ask(client.GET('/api/v1/growers/names')),
})

export const lotQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-lot', number),
    queryFn: () => ask(client.GET('/api/v1/lots/{number}', { params: { path: { number } } })),
    retry: false,
  })

/** What a lot needs while it waits. */
export const keepingQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-lot-keeping', number),
    queryFn: () => ask(client.GET('/api/v1/lots/{number}/keeping', { params: { path: { number } } })),
    retry: false,
  })

/** What was found in a lot; asked anew when more of it was checked. */
export const lotFaultsQuery = (number: number, checked: number) =>
  queryOptions({
    queryKey: keyOf('see-lot-faults', number, checked),
    queryFn: () => ask(client.GET('/api/v1/lots/{number}/faults', { params: { path: { number } } })),
    retry: false,
  })

export const growersQuery = queryOptions({
  queryKey: keyOf('list-growers'),
  queryFn: () => ask(client.GET('/api/v1/growers')),
})

export const workQuery = queryOptions({ queryKey: keyOf('see-work'), queryFn: () => ask(client.GET('/api/v1/work')) })

/** The board of clocks; it is asked again by itself, since time goes on. */
export const clockQuery = queryOptions({
  queryKey: keyOf('see-clock'),
  queryFn: () => ask(client.GET('/api/v1/clock')),
  refetchInterval: 30_000,
})

export const dipPlanQuery = (body: Schemas['ClockNewDip']) =>
  queryOptions({
    queryKey: ['dip-plan', body],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/dips/plan', { body, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

/** What stands in water. */
export const soaksQuery = queryOptions({
  queryKey: keyOf('list-soaks'),
  queryFn: () => ask(client.GET('/api/v1/soaks')),
  refetchInterval: 60_000,
})

/** Who may sign in; for who lets people in and out. */
export const peopleQuery = queryOptions({
  queryKey: keyOf('list-people'),
  queryFn: () => ask(client.GET('/api/v1/people')),
})

/** How the caller comes in: PIN, and where they are signed in. */
export const accessQuery = queryOptions({
  queryKey: keyOf('see-access'),
  queryFn: () => ask(client.GET('/api/v1/access')),
})

/** What touched who may come in and do what, the newest first, a page at a time. */
export const securityQuery = infiniteQueryOptions({
  queryKey: keyOf('see-security-log'),
  initialPageParam: 0,
  queryFn: ({ pageParam }) => ask(client.GET('/api/v1/security-log', { params: { query: { before: pageParam } } })),
  getNextPageParam: (page) => page.more || undefined,
  staleTime: 0,
})

/** The yard's shared tablets; for who lets people in and out. */
export const devicesQuery = queryOptions({
  queryKey: keyOf('list-devices'),
  queryFn: () => ask(client.GET('/api/v1/devices')),
})

export const measuresQuery = queryOptions({
  queryKey: keyOf('list-measures'),
  queryFn: () => ask(client.GET('/api/v1/measures')),
})

export const messagesQuery = queryOptions({
  queryKey: keyOf('list-messages'),
  queryFn: () => ask(client.GET('/api/v1/messages')),
  refetchInterval: 60_000,
})

/** What was done to many trees at once, the newest first. */
export const manyQuery = queryOptions({ queryKey: keyOf('list-many'), queryFn: () => ask(client.GET('/api/v1/many')) })

export const stocktakesQuery = queryOptions({
  queryKey: keyOf('list-stocktakes'),
  queryFn: () => ask(client.GET('/api/v1/stocktakes')),
})

/** A count by scanning; others scan too, so that it is asked again by itself. */
export const stocktakeQuery = (number: number) =>
  queryOptions({
    queryKey: keyOf('see-stocktake', number),
    queryFn: () => ask(client.GET('/api/v1/stocktakes/{number}', { params: { path: { number } } })),
    refetchInterval: 15_000,
    retry: false,
  })

export const stationsQuery = queryOptions({
  queryKey: keyOf('list-stations'),
  queryFn: () => ask(client.GET('/api/v1/stations')),
})

export const stationQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-station', id),
    queryFn: () => ask(client.GET('/api/v1/stations/{id}', { params: { path: { id } } })),
    retry: false,
  })

export const recordQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-record', id),
    queryFn: () => ask(client.GET('/api/v1/records/{id}', { params: { path: { id } } })),
    retry: false,
  })

export const nearStationsQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('near-stations', id),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/stations', { params: { path: { id } } })),
    retry: false,
  })

export const readSetOutQuery = (id: string, body: Schemas['GroundSettingOut']) =>
  queryOptions({
    queryKey: ['read-setting-out', id, body],
    queryFn: ({ signal }) =>
      ask(client.POST('/api/v1/spots/{id}/plan/setting-out', { params: { path: { id } }, body, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })

/** Up to three kinds held against a spot, side by side. */
export const besideQuery = (id: string, kinds: string) =>
  queryOptions({
    queryKey: keyOf('match-beside', id, kinds),
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/match/beside', { params: { path: { id }, query: { kinds } } })),
    retry: false,
  })

export const moveQuery = (
  id: string,
  query: { kind: string; caliper_mm: number; height_m: number; years: string; lifters: 'public' | 'staff' },
) =>
  queryOptions({
    queryKey: ['judge-move', id, query],
    queryFn: ({ signal }) => ask(client.GET('/api/v1/spots/{id}/move', { params: { path: { id }, query }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 30_000,
  })
