import { useEffect, useRef } from 'react'

const within = 600 // ms from the first sign of a tag to the scanner's Enter; slow wireless ones need half of that
const whole = 4 * within // the same for the address before it
const shape = /(?:https?:\/\/[^\s/]+\/t\/)?([A-Z0-9]{3}-?[A-Z0-9]{3})$/i

type Sign = { key: string; at: number; value: string; target: EventTarget | null }

/** A page that counts takes every scan itself while it is open. */
let taker: ((tag: string) => void) | undefined

export function useTakesScans(onTag: ((tag: string) => void) | undefined) {
  const current = useRef(onTag)
  current.current = onTag
  const takes = onTag !== undefined
  useEffect(() => {
    if (!takes) return
    const mine = (tag: string) => current.current?.(tag)
    taker = mine
    return () => {
      if (taker === mine) taker = undefined
    }
  }, [takes])
}

/**
 * A scanner types a tag and Enter, wherever the hand was. What it typed into a field that had the focus is
 * taken out again; the tag goes to whoever asked. Nobody types a whole tag that fast by hand.
 */
export function useScanner(onTag: (tag: string) => void) {
  const current = useRef(onTag)
  current.current = onTag
  useEffect(() => {
    let signs: Sign[] = []
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return
      const field =
        e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement ? e.target : undefined
      signs = signs.filter((s) => e.timeStamp - s.at <= whole && s.target === e.target)
      if (e.key.length === 1) signs.push({ key: e.key, at: e.timeStamp, value: field?.value ?? '', target: e.target })
      else if (e.key !== 'Shift') {
        // The tag box finds a tree itself, unless a page counts: an address's stroke leads a scan there.
        const mine = e.key === 'Enter' && (field?.id !== 'tag-box' || taker !== undefined)
        const found = mine ? shape.exec(signs.map((s) => s.key).join('')) : null
        const first = found ? signs[signs.length - found[0].length] : undefined
        const fast = found && e.timeStamp - (signs[signs.length - found[1].length]?.at ?? 0) <= within
        signs = [] // a number, Enter, the next number are no tag
        if (found && first && fast) take(e, found[1], first.value, field)
      }
    }
    const take = (e: KeyboardEvent, tag: string, before: string, field?: HTMLInputElement | HTMLTextAreaElement) => {
      e.preventDefault()
      e.stopPropagation()
      if (field) {
        const kind = field instanceof HTMLInputElement ? HTMLInputElement : HTMLTextAreaElement
        Object.getOwnPropertyDescriptor(kind.prototype, 'value')?.set?.call(field, before)
        field.dispatchEvent(new Event('input', { bubbles: true }))
      }
      const give = taker ?? current.current
      give(tag.toUpperCase())
    }
    window.addEventListener('keydown', press, true)
    return () => window.removeEventListener('keydown', press, true)
  }, [])
}
