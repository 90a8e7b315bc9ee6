import { useSyncExternalStore } from 'react'

const query = matchMedia('(max-width: 640px)')

/** Whether this is a phone held upright. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    (tell) => {
      query.addEventListener('change', tell)
      return () => query.removeEventListener('change', tell)
    },
    () => query.matches,
  )
}
