import { settings } from './settings'

/** The length of each month of the 365-day year in which the climate counts. */
const lengths = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]

/** A day of the year, 1 to 365, as day and month (1 is January). */
export function dayAndMonth(day: number): { day: number; month: number } {
  let left = Math.min(365, Math.max(1, Math.round(day)))
  for (let month = 1; ; month++) {
    if (left <= lengths[month - 1]) return { day: left, month }
    left -= lengths[month - 1]
  }
}

/** A day and a month as the day of the year; undefined when the month has no such day. 29 February counts as the 28th. */
export function dayOfYear(day: number, month: number): number | undefined {
  if (!Number.isInteger(day) || day < 1 || !lengths[month - 1]) return undefined
  if (month === 2 && day === 29) return 59
  if (day > lengths[month - 1]) return undefined
  return lengths.slice(0, month - 1).reduce((a, b) => a + b, 0) + day
}

/** A day of the year as people say it. */
export function sayYearDay(doy: number): string {
  const { day, month } = dayAndMonth(doy)
  return new Intl.DateTimeFormat(settings().language, { day: 'numeric', month: 'short' }).format(
    new Date(2026, month - 1, day),
  )
}

export const monthNames = (style: 'short' | 'long' | 'narrow') =>
  Array.from({ length: 12 }, (_, i) =>
    new Intl.DateTimeFormat(settings().language, { month: style }).format(new Date(2026, i, 15)),
  )
