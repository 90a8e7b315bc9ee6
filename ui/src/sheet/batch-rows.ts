import type { Schemas } from '../api/client'
import type { Day } from './day-fields'
import type { OfTree } from './tree-fields'

/** One tree of a batch with what was answered of it. */
export type Row = { tag: string; spot_id: string; reason: string } & OfTree

/** What is typed for a batch, until it is asked for. */
export type BatchDraft = { rows: Row[]; day: Day }

export const batchPlace = (spot: string) => `batch.${spot}`

/** The plan that is asked for a row on that day. */
export const askOf = (row: Row, day: Day): Schemas['SheetsPlanAsk'] => ({
  tag: row.tag,
  spot_id: row.spot_id,
  buds: row.buds,
  stands_alone: row.stands_alone,
  schools: {},
  ...day,
})

/** Answers all rows that have no answer yet; what was answered of one tree stays. */
export const answered = (rows: Row[], all: OfTree): Row[] =>
  rows.map((r) => ({ ...r, buds: r.buds ?? all.buds, stands_alone: r.stands_alone ?? all.stands_alone }))

/** Whether a row's sheet can go out, as its plan stands. */
export const ready = (row: Row, plan: Schemas['SheetsPlanLine'] | undefined) =>
  plan !== undefined &&
  plan.tag === row.tag &&
  !plan.against &&
  plan.open.length === 0 &&
  (plan.stops.length === 0 || row.reason.trim() !== '')
