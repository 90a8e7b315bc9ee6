import type { PlanNumbers, Schemas } from '../api/client'

/** What the holder of a link reads (app/copies, Copy). */
export interface Copy {
  house: { name: string; telephone: string; mail: string; opening: string }
  number: number
  tag: string
  common: string
  botanical: string
  spot: string
  when: string
  language: 'en-US' | 'en-GB' | 'es'
  units: 'metric' | 'us'
  ended: string
  locked: string
  marked: string
  drawn: PlanNumbers
  bare: boolean
  caliper_mm: number
  soil: string
  along: boolean
  words: Schemas['WordsPlanWords']
  against: string
  moves: string[]
  care: { mark: string; date: string; until: string; text: string; from: string }[]
  ticks: Record<string, boolean>
  today: string
  after: {
    planted: boolean
    planted_on: string
    ended: boolean
    says: string[]
    advice: Schemas['WaterAdvice'] | ''
    fill_l: number
    fill: string
    share: number | null
    week: string[]
    photo: boolean
    open: { what: Schemas['CareCondition']; text: string }[]
    letters: { served: boolean; wanted: boolean }
    leaves: string
    done: { on: string; text: string }[]
    words: Record<
      | 'today'
      | 'week'
      | 'quiet'
      | 'planted'
      | 'when'
      | 'watered'
      | 'finger'
      | 'look'
      | 'photo'
      | 'take'
      | 'odd'
      | 'note'
      | 'send'
      | 'sent'
      | 'kept'
      | 'entered'
      | 'not_today'
      | 'came'
      | 'mail'
      | 'mail_to'
      | 'mail_on'
      | 'mail_off'
      | 'mail_is'
      | 'leaves'
      | 'leaves_is'
      | 'leaves_on'
      | 'leaves_send',
      string
    > & {
      felt: Record<'wet' | 'moist' | 'dry', string>
      says: Record<'well' | 'unsure' | 'odd', string>
      ways: Record<string, string>
    }
  }
  page: Record<
    | 'plant'
    | 'keep'
    | 'ready'
    | 'dates'
    | 'off'
    | 'odd'
    | 'never'
    | 'knife'
    | 'asked'
    | 'call'
    | 'calendar'
    | 'offline'
    | 'waiting'
    | 'start'
    | 'stop'
    | 'timer'
    | 'timed'
    | 'can'
    | 'why',
    string
  >
}
