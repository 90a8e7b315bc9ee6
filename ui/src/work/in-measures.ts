import type { Schemas } from '../api/client'

type Measure = Schemas['Measure']

/** An amount by the house's own measures: "about 2½ × blue scoop". '' when none holds that substance. */
export function inMeasures(
  amount: number,
  unit: 'g' | 'l',
  substance: string,
  measures: Measure[],
  t: (key: string, values?: Record<string, unknown>) => string,
): string {
  const fitting = measures.filter((m) => m.unit === unit && m.substance.toLowerCase() === substance.toLowerCase())
  if (fitting.length === 0 || amount <= 0) return ''
  // The measure of which one needs the fewest, but near a half of one at least: less cannot be judged by eye.
  const best = fitting.filter((m) => amount / m.amount >= 0.4).sort((a, b) => b.amount - a.amount)[0]
  if (!best) return ''
  const halves = Math.max(1, Math.round((2 * amount) / best.amount))
  const count = `${Math.floor(halves / 2) || ''}${halves % 2 ? '½' : ''}`
  return t('measures.about', { count, name: best.name })
}
