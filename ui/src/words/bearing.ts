import { readNumber } from './units'

/** The eight winds by their letters, clockwise from north. */
export const eight = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const

/** The sixteen winds by their letters, clockwise from north. */
export const winds = [
  'N',
  'NNE',
  'NE',
  'ENE',
  'E',
  'ESE',
  'SE',
  'SSE',
  'S',
  'SSW',
  'SW',
  'WSW',
  'W',
  'WNW',
  'NW',
  'NNW',
]

/** A bearing as typed: degrees, or a wind by its letters or its name; undefined when empty, NaN when it is neither. */
export function readBearing(text: string, names: Record<string, string>): number | undefined {
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/(?<=[a-z])[\s-]+(?=[a-z])/g, '')
    .replace(/°$/, '')
  if (typed === '') return undefined
  const i = winds.findIndex((w) => w.toLowerCase() === typed)
  if (i >= 0) return i * 22.5
  const named = Object.entries(names).find(([, name]) => name.toLowerCase().replace(/[\s-]+/g, '') === typed)
  if (named) return winds.indexOf(named[0]) * 22.5
  const degrees = readNumber(typed)
  return degrees === undefined || degrees < 0 || degrees > 360 ? Number.NaN : degrees
}

/** The nearest of eight winds. */
export const windOf = (deg: number) => eight[Math.round((((deg % 360) + 360) % 360) / 45) % 8]
