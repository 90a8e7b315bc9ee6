import { useCallback, useRef, useState } from 'react'

/** How wide and high an element stands on the screen, in CSS pixels; 0 before it stands. */
export function useSize<E extends HTMLElement>() {
  const [size, setSize] = useState({ width: 0, height: 0 })
  const watch = useRef<ResizeObserver>(undefined)
  const ref = useCallback((element: E | null) => {
    watch.current?.disconnect()
    if (!element) return
    const measure = () => {
      const { width, height } = element.getBoundingClientRect()
      setSize((s) => (s.width === width && s.height === height ? s : { width, height }))
    }
    measure()
    watch.current = new ResizeObserver(measure)
    watch.current.observe(element)
  }, [])
  return { ref, ...size }
}
