import { useEffect, useState } from 'react'
import { serverNow } from '../api/clock'

/** The server's time, ms, each second while something waits for it: a device's own clock may be wrong. */
export function useNow(waiting = true) {
  const [now, setNow] = useState(serverNow)
  useEffect(() => {
    if (!waiting) return
    setNow(serverNow())
    const each = setInterval(() => setNow(serverNow()), 1000)
    return () => clearInterval(each)
  }, [waiting])
  return now
}
