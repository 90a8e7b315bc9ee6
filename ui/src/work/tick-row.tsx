import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { sayProblem } from '../parts/states'

/** One piece of work on one tree: a box for a glove, what is to be done, and where the tree stands. */
export function TickRow({
  tag,
  text,
  common,
  lot_number,
  number,
  share_text,
  label,
  done,
  waiting,
  may,
  onTick,
  children,
}: {
  tag: string
  text: string
  common: string
  lot_number: number
  number: number
  share_text?: string
  label: string
  done: { isPending: boolean; isSuccess: boolean; error: unknown }
  waiting: boolean
  may: boolean
  onTick: () => void
  children?: ReactNode
}) {
  const { t } = useTranslation()
  return (
    <li className="row-line grid min-h-16 grid-cols-[3rem_1fr_auto] items-center gap-3 py-1.5">
      <button
        type="button"
        disabled={!may || done.isPending || waiting}
        aria-label={label}
        onClick={onTick}
        className="grid size-12 place-items-center rounded-lg border-[2.5px] border-ink hover:bg-leaf-pale"
      >
        {done.isPending || done.isSuccess || waiting ? '✓' : ''}
      </button>
      <span className="leading-snug">
        <span className="block font-semibold">{text}</span>
        <span className="block text-soft text-sm">
          {common} · {t('lot-place', { lot: lot_number, place: number })}
          {share_text && ` · ${share_text}`}
          {waiting && <span className="font-semibold text-leaf"> · {t('kept.here')}</span>}
        </span>
        {children}
        {done.error ? (
          <span role="alert" className="block text-oxblood text-sm">
            {sayProblem(done.error, t)}
          </span>
        ) : null}
      </span>
      <Link href={`/bench/${tag}`} className="figure grid min-h-12 place-items-center px-2">
        {tag}
      </Link>
    </li>
  )
}
