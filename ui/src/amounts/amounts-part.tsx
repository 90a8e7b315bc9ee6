import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { amountsQuery } from './queries'

type Line = Schemas['AmountsLine']
type Typed = Partial<Record<Line['counted'], number | null>>

/** What this planting really took, beside its plan: only what somebody counted becomes a figure. */
export function AmountsPart({ id }: { id: string }) {
  const { t } = useTranslation()
  const page = useQuery(amountsQuery(id))
  const [more, setMore] = useState(false)
  const [typed, setTyped] = useState<Typed>({})
  const [reason, setReason] = useState('')
  const [round, setRound] = useState(0)
  const save = useDeed(
    'record-amounts',
    (amounts: Schemas['AmountsOne'][]) =>
      ask(
        client.PUT('/api/v1/planted/{id}/amounts', {
          params: { path: { id } },
          body: { amounts, reason },
        }),
      ),
    {
      puts: () => amountsQuery(id).queryKey,
      done: () => {
        setTyped({})
        setReason('')
        setRound(round + 1)
      },
    },
  )
  if (!page.data) return null
  const lines = page.data.lines.filter((l) => more || l.planned !== null || l.used !== null)
  const told = lines.filter((l) => l.used !== null)
  const amounts = lines.flatMap((l) => {
    const v = typed[l.counted]
    return v === undefined || (v === null && l.used === null) ? [] : [{ counted: l.counted, amount: v }]
  })
  const changes = amounts.some((a) => page.data.lines.some((l) => l.counted === a.counted && l.used !== null))
  return (
    <section aria-label={t('amounts.part')} className="no-print">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('amounts.part')}</h2>
      {told.length > 0 && (
        <ul>
          {told.map((l) => (
            <li key={l.counted} className="row-line flex items-baseline justify-between gap-3 py-1.5">
              <span className="first-letter:uppercase">{l.label}</span>
              <span>
                <span className="figure">{l.used_text}</span>{' '}
                <span className="text-soft text-sm">
                  {l.planned_text ? t('amounts.of', { planned: l.planned_text }) : t('amounts.unplanned')}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
      <details key={round} className="mt-2 rounded-xl border-[1.5px] border-line-strong px-3">
        <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('amounts.enter')}</summary>
        <form
          className="grid gap-3 pb-3"
          onSubmit={(e) => {
            e.preventDefault()
            save.mutate(amounts)
          }}
        >
          {lines.map((l) => (
            <MeasureField
              key={l.counted}
              label={sentence(l.label)}
              kind={l.unit === 'l' ? 'l' : undefined}
              unit={l.unit === 'l' ? undefined : l.unit || t('amounts.pieces')}
              value={typed[l.counted] === undefined ? l.used : typed[l.counted]}
              onChange={(v) => setTyped({ ...typed, [l.counted]: v })}
              hint={l.planned_text && t('amounts.planned', { planned: l.planned_text })}
            />
          ))}
          {!more && (
            <button type="button" className="quiet" onClick={() => setMore(true)}>
              {t('amounts.more')}
            </button>
          )}
          {changes && (
            <TextField
              label={t('amounts.reason')}
              value={reason}
              onChange={setReason}
              fault={save.error instanceof Problem ? save.error.field('reason') : undefined}
            />
          )}
          {save.error && (
            <p role="alert" className="text-oxblood">
              {sayProblem(save.error, t)}
            </p>
          )}
          <button type="submit" className="deed" disabled={save.isPending || amounts.length === 0}>
            {t('amounts.keep')}
          </button>
        </form>
      </details>
    </section>
  )
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
