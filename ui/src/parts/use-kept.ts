import { useEffect, useState } from 'react'

const keyOf = (place: string) => `sedum.kept.${place}`

/** Lays down a state for the page that keeps it. */
export function keepAt<T>(place: string, version: number, value: T) {
  localStorage.setItem(keyOf(place), JSON.stringify({ version, value }))
}

/** State that keeps itself on this device until it is saved; an older version of the record drops it. */
export function useKept<T>(place: string, version: number, begin: () => T) {
  const key = keyOf(place)
  const [value, setValue] = useState<T>(() => {
    try {
      const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as { version: number; value: T } | null
      return kept && kept.version === version ? kept.value : begin()
    } catch {
      return begin()
    }
  })
  const [touched, setTouched] = useState(() => localStorage.getItem(key) !== null)
  useEffect(() => {
    if (touched) localStorage.setItem(key, JSON.stringify({ version, value }))
  }, [key, version, value, touched])
  return {
    value,
    touched,
    set: (next: T) => {
      setTouched(true)
      setValue(next)
    },
    forget: () => {
      localStorage.removeItem(key)
      setTouched(false)
    },
  }
}
