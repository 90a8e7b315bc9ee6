/** When somebody last touched this page: what it asks by itself keeps nobody signed in. */
let touched = Date.now()

for (const event of ['pointerdown', 'keydown', 'wheel', 'touchmove'])
  window.addEventListener(
    event,
    () => {
      touched = Date.now()
    },
    { passive: true, capture: true },
  )

/** Whole seconds since then, at most a day. */
export const touchedAgo = () => Math.min(43_200, Math.max(0, Math.floor((Date.now() - touched) / 1000)))
