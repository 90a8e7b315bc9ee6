import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Problem, Spot } from '../api/client'
import { rulesQuery } from '../api/queries'
import { Failed, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { WithReason } from '../parts/with-reason'
import { useSiteSchools } from './site-schools'

/** The ways of working that a ground has for itself: what holds, why, and what was given up. */
export function SchoolsPart({ spot, may }: { spot: Spot; may: boolean }) {
  const { t } = useTranslation()
  const rules = useQuery({ ...rulesQuery, enabled: may })
  const [step, setStep] = useState('')
  const [choice, setChoice] = useState('')
  const set = useSiteSchools(spot, () => {
    setStep('')
    setChoice('')
  })
  const holds = spot.schools.filter((s) => s.holds)
  const past = spot.schools.filter((s) => !s.holds)
  const schools = rules.data?.schools ?? []
  const school = schools.find((s) => s.step === step)
  const when = school?.choices.find((c) => c.code === choice)?.when
  return (
    <section aria-labelledby="site-schools" className="grid gap-2">
      <h2 id="site-schools" className="border-ink border-b-2 pb-1 text-xl">
        {t('site-schools.title')}
      </h2>
      {holds.length === 0 && <p>{t('site-schools.none')}</p>}
      <ul className="grid gap-2">
        {holds.map((s) => (
          <li key={s.step} className="grid gap-1">
            <p className="font-semibold">{s.text}</p>
            <p className="text-soft text-sm">
              {t('site-schools.why', { reason: s.reason, by: s.by, day: sayDay(s.at) })}
            </p>
            {may && (
              <WithReason
                key={s.at}
                label={t('site-schools.back')}
                about={t('site-schools.back.about')}
                pending={set.isPending}
                onDo={(reason) => set.mutate({ schools: { [s.step]: '' }, reason })}
              />
            )}
          </li>
        ))}
      </ul>
      {set.error && (
        <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
          {sayProblem(set.error as Problem, t)}
        </p>
      )}
      {rules.error && <Failed cause={rules.error} again={() => rules.refetch()} />}
      {may && (
        <WithReason
          key={spot.schools.length}
          label={t('site-schools.add')}
          about={t('site-schools.add.about')}
          pending={set.isPending || !choice}
          onDo={(reason) => set.mutate({ schools: { [step]: choice }, reason })}
        >
          <label className="block">
            <span className="block font-semibold text-sm">{t('site-schools.step')}</span>
            <select
              className="field"
              value={step}
              onChange={(e) => {
                setStep(e.target.value)
                setChoice('')
              }}
            >
              <option value="">{t('site-schools.choose')}</option>
              {schools.map((s) => (
                <option key={s.step} value={s.step}>
                  {s.label}
                </option>
              ))}
            </select>
          </label>
          {school && (
            <label className="block">
              <span className="block font-semibold text-sm">{t('site-schools.way')}</span>
              <select className="field" value={choice} onChange={(e) => setChoice(e.target.value)}>
                <option value="">{t('site-schools.choose')}</option>
                {school.choices
                  .filter((c) => c.code !== school.chosen)
                  .map((c) => (
                    <option key={c.code} value={c.code}>
                      {c.text}
                    </option>
                  ))}
              </select>
              {when && <span className="mt-1 block text-sm">{t('plan.school-when', { when })}</span>}
              <span className="block text-soft text-sm">
                {t('site-schools.house', { way: school.choices.find((c) => c.code === school.chosen)?.text ?? '' })}
              </span>
            </label>
          )}
        </WithReason>
      )}
      {past.length > 0 && (
        <details>
          <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold">{t('site-schools.past')}</summary>
          <ul className="grid gap-1 text-sm">
            {past.map((s) => (
              <li key={s.step + s.at} className="border-line-strong border-l-4 pl-3">
                <span className="font-semibold">{s.text}.</span>{' '}
                {t('site-schools.why', { reason: s.reason, by: s.by, day: sayDay(s.at) })}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}
