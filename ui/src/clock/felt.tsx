import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { yardDamp } from '../api/declared.gen'
import { clockQuery } from '../api/queries'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { said, type Unit } from './unit'

/** The daily touch: what the roots feel like. Drying roots are wetted in the same touch. */
export function Felt({ unit: u }: { unit: Unit }) {
  const { t } = useTranslation()
  const feel = useKeptDeed('feel-roots', ({ damp }) => said(t, u, t(`felt.${damp}`)), {
    puts: () => clockQuery.queryKey,
  })
  const [again, setAgain] = useState(false)
  const waiting = useKeptOf('feel-roots', (f) => f.lot === u.lot && f.tag === u.tag).length > 0
  const asks = (u.feel_today && !waiting) || again
  return (
    <fieldset className="mt-2 flex flex-wrap items-center gap-1.5" disabled={feel.isPending}>
      <legend className="sr-only">{t('felt.legend', { kind: u.common })}</legend>
      <span className={`mr-1 ${u.feel_today ? 'font-semibold text-rose-deep' : 'text-soft'}`}>
        {u.feel_today
          ? t('felt.today')
          : u.felt && t('felt.was', { word: u.felt.text, when: sayMoment(u.felt.at), by: u.felt.by })}
      </span>
      {!asks && !waiting && (
        <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => setAgain(true)}>
          {t('felt.again')}
        </button>
      )}
      {waiting && <span className="font-semibold text-leaf">{t('kept.here')}</span>}
      {asks &&
        yardDamp.map((w) => (
          <button
            key={w}
            type="button"
            className="quiet !px-3"
            onClick={() => feel.mutate({ lot: u.lot, tag: u.tag, damp: w }, { onSuccess: () => setAgain(false) })}
          >
            {t(`felt.${w}`)}
          </button>
        ))}
      {feel.error && (
        <span role="alert" className="text-oxblood">
          {sayProblem(feel.error, t)}
        </span>
      )}
    </fieldset>
  )
}
