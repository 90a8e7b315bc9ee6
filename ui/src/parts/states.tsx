import type { TFunction } from 'i18next'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Problem } from '../api/client'
import { useTitle } from './title'

/** A tree that is still drawing itself: shown while something is fetched for longer than a moment. */
export function Loading({ what }: { what?: string }) {
  const { t } = useTranslation()
  return (
    <div role="status" className="grid min-h-60 place-content-center gap-3 p-8 text-center text-soft">
      <svg viewBox="0 0 120 50" className="mx-auto w-36 animate-pulse" aria-hidden="true">
        <path d="M4 24h112" className="stroke-umber" strokeWidth="2" />
        <path d="M56 2h8l1 12c1 5 7 8 14 10H41c7-2 13-5 14-10z" className="fill-trunk" />
        <path
          d="M50 26c-5 6-12 10-20 13M58 26c-2 7-6 13-11 18M63 26c2 7 6 13 11 18M70 26c5 6 12 10 20 13"
          className="fill-none stroke-root"
          strokeWidth="2.5"
          strokeLinecap="round"
        />
      </svg>
      {what ?? t('loading')}
    </div>
  )
}

/** Nothing is here: says so, and what to do next. */
export function Nothing({ title, children }: { title: string; children?: ReactNode }) {
  useTitle(title)
  return (
    <div className="mx-auto max-w-xl p-10 text-center">
      <h1 className="mb-3 text-3xl">{title}</h1>
      <div className="text-soft">{children}</div>
    </div>
  )
}

/** Something went wrong: what, and a way on. */
export function Failed({ cause, again }: { cause: unknown; again?: () => void }) {
  const { t } = useTranslation()
  return (
    <div role="alert" className="mx-auto max-w-xl p-10 text-center">
      <h1 className="mb-3 text-3xl">{t('failed.title')}</h1>
      <p className="mb-5 text-soft">{sayProblem(cause, t)}</p>
      {again && (
        <button type="button" className="quiet" onClick={again}>
          {t('failed.again')}
        </button>
      )}
    </div>
  )
}

export function sayProblem(cause: unknown, t: TFunction): string {
  if (cause instanceof Problem) return cause.status === 0 ? t('failed.offline') : cause.message
  return t('failed.unknown')
}

/** A line under a field that says what is wrong with it. */
export function FieldFault({ id, text }: { id?: string; text?: string }) {
  if (!text) return null
  return (
    <p id={id} role="alert" className="mt-1 text-sm font-semibold text-oxblood">
      {text}
    </p>
  )
}
