import { settings } from '../words/settings'

/** A moment as people read it: day and hour. */
export const sayMoment = (at: string | Date) =>
  new Date(at).toLocaleString(settings().language, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: 'numeric',
    minute: '2-digit',
  })

export const sayDay = (at: string | Date) =>
  new Date(at).toLocaleDateString(settings().language, { day: 'numeric', month: 'short', year: 'numeric' })

/** What an input for date and time holds, as the moment it means. */
export const fromLocal = (text: string) => (text ? new Date(text).toISOString() : '')

export const toLocal = (at: Date) => new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)

/** Hours as they are called across a yard: days when there are many. */
export function sayHours(hours: number): { figure: string; unit: 'h' | 'd' | 'min' } {
  if (hours >= 72) return { figure: String(Math.floor(hours / 24)), unit: 'd' }
  if (hours < 1) return { figure: String(Math.round(hours * 60)), unit: 'min' }
  return { figure: hours < 10 ? hours.toFixed(1) : String(Math.round(hours)), unit: 'h' }
}
