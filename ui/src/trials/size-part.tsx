import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { MeasureField } from '../parts/measure-field'

/** How many trees a question needs, by what somebody thinks is lost one way and the other; nothing of it is kept. */
export function SizePart({ looks }: { looks: number }) {
  const { t } = useTranslation()
  const [a, setA] = useState<number | null>(null)
  const [b, setB] = useState<number | null>(null)
  const counted = looks >= 1 && looks <= 10 ? looks : 1
  const whole = a !== null && b !== null && a >= 0 && b >= 0 && a <= 100 && b <= 100
  const size = useQuery({
    queryKey: ['reckon-trial', a, b, counted],
    queryFn: ({ signal }) =>
      ask(
        client.POST('/api/v1/trials/reckoning', { body: { lost_a: a ?? 0, lost_b: b ?? 0, looks: counted }, signal }),
      ),
    enabled: whole,
    placeholderData: keepPreviousData,
  })
  return (
    <section aria-label={t('trial.size')} className="grid gap-3 border-line border-t pt-3 md:col-span-2 md:grid-cols-2">
      <p className="text-sm md:col-span-2">{t('trial.size.about')}</p>
      <MeasureField label={t('trial.size.a')} unit="%" value={a} onChange={setA} />
      <MeasureField label={t('trial.size.b')} unit="%" value={b} onChange={setB} />
      {whole && size.data && (
        <p role="status" className="font-semibold text-lg md:col-span-2">
          {size.data.trees === 0 ? t('trial.size.none') : t('trial.size.trees', { count: size.data.trees })}{' '}
          <span className="font-normal text-soft">{t('trial.size.year', { count: size.data.a_year })}</span>
        </p>
      )}
    </section>
  )
}
