import { useQuery } from '@tanstack/react-query'
import { forwardRef, useEffect, useId, useImperativeHandle, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { searchQuery } from '../api/aftercare-queries'
import { ask, client, type Schemas } from '../api/client'
import { sayProblem } from '../parts/states'

type Hit = Schemas['SearchHit']

/** The tag of what was scanned: a code may say where the house is reached before it. */
const tagIn = (text: string) => text.trim().replace(/^.*\//, '')

const placeOf: Record<Schemas['SearchKind'], (ref: string) => string> = {
  tree: (ref) => `/bench/${ref}`,
  planted: (ref) => `/planted/${ref}`,
  sheet: (ref) => `/sheets/${ref}`,
  spot: (ref) => `/ground/${ref}`,
  lot: (ref) => `/lots/${ref}`,
  kind: (ref) => `/kinds/${ref}`,
  grower: (ref) => `/growers/${ref}`,
  claim: (ref) => `/claims/${ref}`,
}

/** What was typed, once the hand has paused. */
function usePaused(text: string) {
  const [paused, setPaused] = useState('')
  useEffect(() => {
    const wait = setTimeout(() => setPaused(text.trim()), 180)
    return () => clearTimeout(wait)
  }, [text])
  return text.trim() ? paused : ''
}

/**
 * The one box, a key away from anywhere: a tag as typed or scanned goes to its tree at once, a few letters find anything else. A wrong tag is said
 * here, and stays to be mended.
 */
export const TagBox = forwardRef<HTMLInputElement>(function TagBox(_, ref) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [text, setText] = useState('')
  const [fault, setFault] = useState('')
  const [at, setAt] = useState(-1)
  const [open, setOpen] = useState(false)
  const list = useId()
  const field = useRef<HTMLInputElement>(null)
  useImperativeHandle(ref, () => field.current as HTMLInputElement)
  const asked = usePaused(text)
  const found = useQuery({ ...searchQuery(asked), enabled: asked.length > 1 })
  const hits = open && asked.length > 1 ? (found.data?.hits ?? []) : []
  const leave = (to: string) => {
    setText('')
    setFault('')
    setAt(-1)
    setOpen(false)
    // The keys of the page work at once.
    field.current?.blur()
    go(to)
  }
  const find = async () => {
    if (!text.trim()) return
    if (at >= 0 && hits[at]) {
      leave(placeOf[hits[at].kind](hits[at].ref))
      return
    }
    try {
      const tree = await ask(client.GET('/api/v1/trees/{tag}', { params: { path: { tag: tagIn(text) } } }))
      leave(`/bench/${tree.tag}`)
    } catch (cause) {
      if (hits.length === 0) setFault(sayProblem(cause, t))
      else setAt(0)
    }
  }
  return (
    <search className="relative flex items-center gap-2">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          void find()
        }}
      >
        <label htmlFor="tag-box" className="sr-only">
          {t('tag-box.label')}
        </label>
        <input
          id="tag-box"
          ref={field}
          role="combobox"
          aria-expanded={hits.length > 0}
          aria-controls={list}
          aria-autocomplete="list"
          aria-activedescendant={hits[at] ? `${list}-${at}` : undefined}
          className="field !min-h-11 !w-32 md:!w-36"
          placeholder={t('tag-box.placeholder')}
          autoComplete="off"
          spellCheck={false}
          maxLength={60}
          value={text}
          aria-invalid={fault ? true : undefined}
          aria-describedby={fault ? 'tag-box-fault' : undefined}
          onFocus={() => setOpen(true)}
          onBlur={() => setOpen(false)}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
              e.preventDefault()
              const step = e.key === 'ArrowDown' ? 1 : -1
              if (hits.length > 0) setAt((at + step + hits.length + (at < 0 && step < 0 ? 1 : 0)) % hits.length)
            } else if (e.key === 'Escape') {
              setOpen(false)
              setAt(-1)
            } else setOpen(true)
          }}
          onChange={(e) => {
            // The key that leads here is no part of what is looked for.
            setText(e.target.value.replace(/^\/$/, ''))
            setFault('')
            setAt(-1)
          }}
        />
      </form>
      <div
        id={list}
        role="listbox"
        aria-label={t('search.found')}
        className={
          hits.length > 0
            ? 'fixed inset-x-2 top-13 z-30 mt-2 max-h-[70dvh] overflow-y-auto md:absolute md:inset-x-auto md:top-full md:right-0 md:w-80 rounded-xl border-2 border-ink bg-leaf-paper py-1'
            : 'hidden'
        }
      >
        {hits.map((h, i) => (
          <Row
            key={h.kind + h.ref}
            hit={h}
            id={`${list}-${i}`}
            chosen={i === at}
            first={hits[i - 1]?.kind !== h.kind}
            go={leave}
          />
        ))}
      </div>
      {fault && (
        <p
          id="tag-box-fault"
          role="alert"
          className="absolute top-full right-0 z-30 mt-2 w-72 rounded-lg border-2 border-oxblood bg-leaf-paper p-3 text-oxblood text-sm"
        >
          {fault}
        </p>
      )}
    </search>
  )
})

function Row(props: { hit: Hit; id: string; chosen: boolean; first: boolean; go: (to: string) => void }) {
  const { t } = useTranslation()
  const { hit: h } = props
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the box has the keys
    <div
      id={props.id}
      role="option"
      tabIndex={-1}
      aria-selected={props.chosen}
      className={`grid min-h-12 cursor-pointer grid-cols-[5.2rem_1fr] items-center gap-x-2 px-3 py-1 ${props.chosen ? 'bg-night text-white' : 'hover:bg-paper'}`}
      // Pressed, not clicked: the box must not lose its list before.
      onMouseDown={(e) => e.preventDefault()}
      onClick={() => props.go(placeOf[h.kind](h.ref))}
    >
      <span className={`text-sm ${props.chosen ? '' : 'text-soft'}`}>{props.first ? t(`search.${h.kind}`) : ''}</span>
      <span className="leading-tight">
        <span className="block font-semibold">{h.title}</span>
        <span className="block text-sm">{h.more}</span>
      </span>
    </div>
  )
}
