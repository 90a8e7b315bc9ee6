import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { clockQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import type { Unit } from './clock-page'

type Damp = Schemas['DeskNewDampLook']['damp']
const words: Damp[] = ['moist', 'drying', 'dry']

/** The daily touch: what the roots feel like. Drying roots are wetted in the same touch. */
export function Felt({ unit: u }: { unit: Unit }) {
  const { t } = useTranslation()
  const feel = useDeed(
    (damp: Damp, key: string) =>
      ask(
        client.POST('/api/v1/clock/damp', {
          params: { header: { 'Idempotency-Key': key } },
          body: { lot: u.lot, tag: u.tag, damp },
        }),
      ),
    { puts: () => clockQuery.queryKey, stales: ['tree'] },
  )
  return (
    <fieldset className="mt-2 flex flex-wrap items-center gap-1.5" disabled={feel.isPending}>
      <legend className="sr-only">{t('felt.legend', { kind: u.common })}</legend>
      <span className={`mr-1 ${u.feel_today ? 'font-semibold text-rose-deep' : 'text-soft'}`}>
        {u.feel_today
          ? t('felt.today')
          : t('felt.was', { word: u.felt.text, when: sayMoment(u.felt.at), by: u.felt.by })}
      </span>
      {words.map((w) => (
        <button key={w} type="button" className="quiet !px-3" onClick={() => feel.mutate(w)}>
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
