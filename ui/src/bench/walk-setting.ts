import { useSyncExternalStore } from 'react'

const place = 'sedum.walk-goes-on'
const listeners = new Set<() => void>()

/** Whether the walk round the trunk goes on by itself once a depth is whole. Off until the person switches it on, on this device. */
export function useWalkGoesOn(): [boolean, (on: boolean) => void] {
  const on = useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    () => localStorage.getItem(place) === 'yes',
  )
  return [
    on,
    (next) => {
      localStorage.setItem(place, next ? 'yes' : 'no')
      for (const tell of listeners) tell()
    },
  ]
}
