import { useEffect, useRef } from 'react'

/** Single keys that do something while nobody is typing into a field and no dialog is open. */
export function useKeys(keys: Record<string, (() => void) | undefined>) {
  const current = useRef(keys)
  current.current = keys
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return
      const at = e.target as HTMLElement
      if (at.closest('input, textarea, select, [role="dialog"], [role="menu"]')) return
      const deed = current.current[e.key]
      if (deed) {
        e.preventDefault()
        deed()
      }
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [])
}
