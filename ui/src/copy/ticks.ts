/** A touch as it goes up: the newest of each mark counts, here and there. */
export interface Touch {
  mark: string
  done: boolean
  at: string
}

const place = (token: string) => `copy-${token}`

/** What was touched here and has not gone up yet. */
export function waiting(token: string): Touch[] {
  try {
    const kept = JSON.parse(localStorage.getItem(place(token)) ?? '[]')
    return Array.isArray(kept) ? kept : []
  } catch {
    return []
  }
}

/** Keeps a touch until it went up; an older one of the same mark has no more to say. */
export function keep(token: string, touch: Touch): Touch[] {
  const list = [...waiting(token).filter((t) => t.mark !== touch.mark), touch]
  localStorage.setItem(place(token), JSON.stringify(list))
  return list
}

/** Takes off what went up, and not what was touched in the meantime. */
export function went(token: string, sent: Touch[]): Touch[] {
  const list = waiting(token).filter((t) => !sent.some((s) => s.mark === t.mark && s.at === t.at))
  localStorage.setItem(place(token), JSON.stringify(list))
  return list
}
