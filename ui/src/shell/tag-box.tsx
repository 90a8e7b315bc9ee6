import { forwardRef, useImperativeHandle, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client } from '../api/client'
import { sayProblem } from '../parts/states'

/** The tag of what was scanned: a code may say where the house is reached before it. */
const tagIn = (text: string) => text.trim().replace(/^.*\//, '')

/** A tag as typed or scanned, one key away from anywhere. A wrong one is said here, and stays to be mended. */
export const TagBox = forwardRef<HTMLInputElement>(function TagBox(_, ref) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [text, setText] = useState('')
  const [fault, setFault] = useState('')
  const field = useRef<HTMLInputElement>(null)
  useImperativeHandle(ref, () => field.current as HTMLInputElement)
  const find = async () => {
    if (!text.trim()) return
    try {
      const tree = await ask(client.GET('/api/v1/trees/{tag}', { params: { path: { tag: tagIn(text) } } }))
      setText('')
      setFault('')
      // The keys of the bench work at once.
      field.current?.blur()
      go(`/bench/${tree.tag}`)
    } catch (cause) {
      setFault(sayProblem(cause, t))
    }
  }
  return (
    <form
      className="relative flex items-center gap-2"
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
        className="field !min-h-11 !w-32 uppercase placeholder:normal-case"
        placeholder={t('tag-box.placeholder')}
        autoComplete="off"
        spellCheck={false}
        value={text}
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault ? 'tag-box-fault' : undefined}
        onChange={(e) => {
          // The key that leads here is no part of a tag.
          setText(e.target.value.replace(/[^A-Za-z0-9 :./-]/g, '').replace(/^\/$/, ''))
          setFault('')
        }}
      />
      {fault && (
        <p
          id="tag-box-fault"
          role="alert"
          className="absolute top-full right-0 z-30 mt-2 w-72 rounded-lg border-2 border-oxblood bg-leaf-paper p-3 text-oxblood text-sm"
        >
          {fault}
        </p>
      )}
    </form>
  )
})
