import { useSyncExternalStore } from 'react'

let current: { text: string; at: number } | null = null
let timer: ReturnType<typeof setTimeout> | undefined
const listeners = new Set<() => void>()

function put(next: typeof current) {
  current = next
  for (const tell of listeners) tell()
}

/** Says for some seconds what was done, wherever the hand has gone since. */
export function say(text: string) {
  clearTimeout(timer)
  put({ text, at: Date.now() })
  timer = setTimeout(() => put(null), 6000)
}

/** One line over the work; it takes no room of its own, so that nothing moves under a finger. */
export function Said() {
  const said = useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    () => current,
  )
  return (
    <div className="relative" role="status" data-testid="said">
      {said && (
        <p className="-translate-x-1/2 pointer-events-none absolute top-2 left-1/2 z-30 whitespace-nowrap rounded-full bg-leaf px-5 py-2 font-semibold text-white">
          ✓ {said.text}
        </p>
      )}
    </div>
  )
}
