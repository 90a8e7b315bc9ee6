import { useEffect, useRef } from 'react'

const fast = 45 // ms between two signs of a scanner; nobody types like that
const shape = /^[A-Z0-9]{3}-?[A-Z0-9]{3}$/i

/**
 * A scanner types a tag and Enter, wherever the hand was. What it typed into a field that had the focus is
 * taken out again; the tag goes to whoever asked.
 */
export function useScanner(onTag: (tag: string) => void) {
  const current = useRef(onTag)
  current.current = onTag
  useEffect(() => {
    let text = ''
    let last = 0
    let before = ''
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return
      const field =
        e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement ? e.target : undefined
      if (e.timeStamp - last > fast) {
        text = ''
        before = field?.value ?? ''
      }
      last = e.timeStamp
      if (e.key.length === 1) text += e.key
      if (e.key !== 'Enter' || !shape.test(text) || field?.id === 'tag-box') return
      e.preventDefault()
      e.stopPropagation()
      if (field) {
        const kind = field instanceof HTMLInputElement ? HTMLInputElement : HTMLTextAreaElement
        Object.getOwnPropertyDescriptor(kind.prototype, 'value')?.set?.call(field, before)
        field.dispatchEvent(new Event('input', { bubbles: true }))
      }
      current.current(text.toUpperCase())
      text = ''
    }
    window.addEventListener('keydown', press, true)
    return () => window.removeEventListener('keydown', press, true)
  }, [])
}
