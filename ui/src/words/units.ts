import type { Units } from './settings'

const mmPerInch = 25.4
const fractions = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']

/** A length as it is read in the yard: whole millimetres, or inches to an eighth. */
export function sayLength(mm: number, units: Units): string {
  if (units === 'metric') return `${Math.round(mm)} mm`
  return `${inches(mm / mmPerInch)} in`
}

/** A height of a tree: metres, or feet and inches. */
export function sayHeight(m: number, units: Units): string {
  if (units === 'metric') return `${Math.round(m * 100) / 100} m`
  const whole = Math.round((m * 1000) / mmPerInch)
  return whole % 12 ? `${Math.floor(whole / 12)} ft ${whole % 12} in` : `${whole / 12} ft`
}

/** An area of ground: whole square metres, or whole square feet. */
export function sayArea(m2: number, units: Units): string {
  return units === 'us' ? `${Math.round(m2 * 10.7639)} sq ft` : `${Math.round(m2)} m²`
}

/** An amount of water: litres, to a tenth under ten, or US gallons. */
export function sayLitres(l: number, units: Units): string {
  const x = units === 'us' ? l / lPerGallon : l
  return `${x < 10 ? Math.round(x * 10) / 10 : Math.round(x)} ${unitOf('l', units)}`
}

/** A temperature in whole degrees. */
export function sayCelsius(c: number, units: Units): string {
  const x = Math.round(units === 'us' ? (c * 9) / 5 + 32 : c)
  return `${x < 0 ? '−' : ''}${Math.abs(x)} ${unitOf('c', units)}`
}

function inches(x: number): string {
  const parts = x >= 36 ? 1 : x >= 12 ? 2 : 8
  const eighths = (Math.round(x * parts) * 8) / parts
  const whole = Math.floor(eighths / 8)
  const fraction = fractions[eighths % 8]
  return whole === 0 && fraction ? fraction : `${whole}${fraction}`
}

/** A length as typed, in mm; undefined when it is empty, NaN when it is no number. Inches take 2 5/8 too. */
export function readLength(text: string, units: Units): number | undefined {
  const typed = text.trim().replace(',', '.')
  if (typed === '') return undefined
  if (units === 'metric') return readNumber(typed)
  const mixed = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(typed)
  const value = mixed ? Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]) : readNumber(typed)
  return Math.round((value ?? Number.NaN) * mmPerInch * 10) / 10
}

/** A number as typed; undefined when it is empty, NaN when it is none. A decimal comma is a decimal point. */
export function readNumber(text: string): number | undefined {
  const typed = text.trim().replace(',', '.').replace('−', '-')
  if (typed === '') return undefined
  return /^-?\d*\.?\d+$|^-?\d+\.$/.test(typed) ? Number(typed) : Number.NaN
}

/** A stored length as it would have been typed. */
export function typeLength(mm: number | null | undefined, units: Units): string {
  if (mm === null || mm === undefined) return ''
  return units === 'metric' ? String(mm) : String(Math.round((mm / mmPerInch) * 1000) / 1000)
}

/** What a field measures; each has its unit in either system. */
export type Kind = 'mm' | 'm' | 'c' | 'l' | 'number'

export const unitOf = (kind: Kind, units: Units): string =>
  ({ mm: ['mm', 'in'], m: ['m', 'ft'], c: ['°C', '°F'], l: ['L', 'gal'], number: ['', ''] })[kind][
    units === 'us' ? 1 : 0
  ]

const mPerFoot = 0.3048
const lPerGallon = 3.785411784
const tidy = (x: number) => Math.round(x * 1000) / 1000

/** A zone of winter cold as typed, such as 7b: the coldest end of it in °C, the careful one; undefined when it is none. */
export function readZone(text: string): number | undefined {
  const m = /^(?:zone\s*)?(1[0-3]|[1-9])\s*([ab])$|^zone\s*(1[0-3]|[1-9])$/i.exec(text.trim())
  if (!m) return undefined
  const fahrenheit = 10 * (Number(m[1] ?? m[3]) - 1) + (m[2]?.toLowerCase() === 'b' ? 5 : 0) - 60
  return Math.round((((fahrenheit - 32) * 5) / 9) * 10) / 10
}

/** A value as typed, in the unit that is kept; undefined when empty, NaN when it is no number. */
export function readMeasure(kind: Kind, text: string, units: Units): number | undefined {
  if (kind === 'mm') return readLength(text, units)
  const x = readNumber(text)
  if (x === undefined || units === 'metric' || kind === 'number') return x
  if (kind === 'l') return tidy(x * lPerGallon)
  return tidy(kind === 'm' ? x * mPerFoot : ((x - 32) * 5) / 9)
}

/** A kept value as it would have been typed. */
export function typeMeasure(kind: Kind, value: number | null | undefined, units: Units): string {
  if (value === null || value === undefined) return ''
  if (kind === 'mm') return typeLength(value, units)
  if (units === 'metric' || kind === 'number') return String(value)
  if (kind === 'l') return String(tidy(value / lPerGallon))
  return String(kind === 'm' ? tidy(value / mPerFoot) : tidy((value * 9) / 5 + 32))
}
