import { settings } from '../words/settings'

/** A moment as people read it: day and hour, and a day beside today by its own name. */
export function sayMoment(at: string | Date): string {
  const moment = new Date(at)
  const { language } = settings()
  const clock = { hour: 'numeric', minute: '2-digit' } as const
  const days = daysAhead(moment)
  if (Math.abs(days) <= 1) {
    const day = new Intl.RelativeTimeFormat(language, { numeric: 'auto' }).format(days, 'day')
    return `${day}, ${moment.toLocaleTimeString(language, clock)}`
  }
  return moment.toLocaleString(language, { weekday: 'short', day: 'numeric', month: 'short', ...clock })
}

/** How many midnights lie between now and a moment; less than 0 before. */
function daysAhead(moment: Date): number {
  const midnight = (d: Date) => Date.UTC(d.getFullYear(), d.getMonth(), d.getDate())
  return Math.round((midnight(moment) - midnight(new Date())) / 86_400_000)
}

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
