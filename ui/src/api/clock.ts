/**
 * The server's clock as this device last heard it. A device's own clock may be wrong, and may be put right while an entry waits:
 * how long it waited is reckoned by the server's on both ends.
 */
const place = 'sedum-clock-ahead'

let ahead = Number(localStorage.getItem(place)) || 0

/** Hears the time of an answer, which is told to the second. */
export function hear(answer: Response) {
  const told = Date.parse(answer.headers.get('Date') ?? '')
  if (Number.isNaN(told)) return
  const now = told + 500 - Date.now()
  if (Math.abs(now - ahead) < 1500) return
  ahead = now
  localStorage.setItem(place, String(now))
}

/** The server's time, ms, as far as this device knows. */
export const serverNow = () => Date.now() + ahead
