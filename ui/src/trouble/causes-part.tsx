import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { named } from '../words/named'

/** The causes by how likely they are, each with what speaks for and against it, what to do, and what not. */
export function CausesPart(props: {
  weighing: Schemas['TroublesWeighing']
  cause?: string
  onDecide?: (cause: Schemas['TroubleCause']) => void
}) {
  const { t } = useTranslation()
  const causes = props.weighing.causes
  const [open, setOpen] = useState('')
  // What is little likely is not told what to do about, unless somebody asks.
  const first = causes[0] && causes[0].share >= 0.4 ? causes[0].cause : ''
  const shown = open || props.cause || first
  return (
    <section aria-label={t('trouble.causes')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('trouble.causes')}</h2>
      <ol>
        {causes.map((c) => (
          <li key={c.cause} className="row-line">
            <button
              type="button"
              aria-expanded={shown === c.cause}
              className="grid min-h-12 w-full grid-cols-[1fr_auto] items-center gap-3 py-1 text-left"
              onClick={() => setOpen(shown === c.cause ? 'none' : c.cause)}
            >
              <span className={`font-semibold ${shown === c.cause ? 'answer text-xl' : ''}`}>
                {c.name} {props.cause === c.cause && <span className="text-leaf">✓</span>}
              </span>
              <span className="figure text-xl">{Math.round(c.share * 100)} %</span>
              <span className="col-span-2 block h-1.5 rounded bg-line" aria-hidden="true">
                <span
                  className={`block h-full rounded ${shown === c.cause ? 'bg-rose' : 'bg-line-strong'}`}
                  style={{ width: `${Math.max(1, c.share * 100)}%` }}
                />
              </span>
            </button>
            {shown === c.cause && <Cause cause={c} decided={props.cause === c.cause} onDecide={props.onDecide} />}
          </li>
        ))}
      </ol>
    </section>
  )
}

function Cause(props: {
  cause: Schemas['TroublesWeighedCause']
  decided: boolean
  onDecide?: (cause: Schemas['TroubleCause']) => void
}) {
  const { t } = useTranslation()
  const c = props.cause
  const says = c.speaks.map((s) => ({
    ...s,
    text: `${named(`trouble.q.${s.question}`, s.question)}: ${named(`trouble.a.${s.question}.${s.answer}`, s.answer)}`,
  }))
  const part = (title: string, list: typeof says) =>
    list.length > 0 && (
      <>
        <dt className="font-semibold text-sm">{title}</dt>
        <dd>
          <ul className="text-sm">
            {list.slice(0, 5).map((s) => (
              <li key={s.question} className="flex justify-between gap-3">
                <span>{s.text}</span>
                <span className="whitespace-nowrap text-soft">{strength(s.factor, t)}</span>
              </li>
            ))}
          </ul>
        </dd>
      </>
    )
  return (
    <div className="grid gap-3 pb-4">
      <p>
        <span className="font-semibold">{t('trouble.do')}</span> {c.do}
      </p>
      <p className="border-oxblood border-l-4 pl-3">
        <span className="font-semibold">{t('trouble.dont')}</span> {c.dont}
      </p>
      {c.call && (
        <p>
          <span className="font-semibold">{t('trouble.call')}</span> {c.call}
        </p>
      )}
      <dl className="grid gap-1">
        {part(
          t('trouble.for'),
          says.filter((s) => s.factor >= 1.25),
        )}
        {part(
          t('trouble.against'),
          says.filter((s) => s.factor <= 0.8),
        )}
      </dl>
      {props.onDecide && (
        <button type="button" className="quiet no-print" onClick={() => props.onDecide?.(c.cause)}>
          {t(props.decided ? 'trouble.undecide' : 'trouble.decide')}
        </button>
      )}
    </div>
  )
}

function strength(factor: number, t: (key: 'trouble.much' | 'trouble.some' | 'trouble.little') => string): string {
  const by = Math.max(factor, 1 / factor)
  if (by >= 4) return t('trouble.much')
  return t(by >= 2 ? 'trouble.some' : 'trouble.little')
}
