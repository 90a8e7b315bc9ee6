import { useSyncExternalStore } from 'react'
import type { wordsLanguage, wordsUnits } from '../api/declared.gen'

export type Units = (typeof wordsUnits)[number]
export type Language = (typeof wordsLanguage)[number]
export type Settings = { units: Units; language: Language }

const place = 'sedum.settings'
const listeners = new Set<() => void>()

function first(): Settings {
  const own: Language = navigator.language === 'en-GB' ? 'en-GB' : 'en-US'
  const fallback: Settings = { units: 'metric', language: navigator.language.startsWith('es') ? 'es' : own }
  try {
    return { ...fallback, ...JSON.parse(localStorage.getItem(place) ?? '{}') }
  } catch {
    return fallback
  }
}

let current = first()

/** How this device shows figures and words. */
export const settings = (): Settings => current

export function changeSettings(change: Partial<Settings>) {
  current = { ...current, ...change }
  localStorage.setItem(place, JSON.stringify(current))
  for (const tell of listeners) tell()
}

export function useSettings(): Settings {
  return useSyncExternalStore((tell) => {
    listeners.add(tell)
    return () => listeners.delete(tell)
  }, settings)
}
