import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { schoolRecordQuery } from '../api/aftercare-queries'
import type { Person, Schemas } from '../api/client'
import { rulesQuery } from '../api/queries'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'
import { trialsQuery } from '../trials/queries'
import { SchoolRecord } from './school-record'

/** What practice does not settle: each question with every view, the way this house goes, and what our own trees say, so that nobody tells it as a fact. */
export function UnsettledPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const house = useQuery(rulesQuery)
  const record = useQuery(schoolRecordQuery)
  const mayTrials = (who.deeds as string[]).includes('see-trials')
  const trials = useQuery({ ...trialsQuery, enabled: mayTrials })
  useTitle(t('unsettled.title'))
  if (house.isPending) return <Loading />
  if (house.error) return <Failed cause={house.error} again={() => house.refetch()} />
  const { schools } = house.data
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <h1 className="text-[2.4rem] leading-tight">{t('unsettled.headline', { count: schools.length })}</h1>
      <p className="text-lg text-soft">{t('unsettled.why')}</p>
      <ol className="mt-4 border-ink border-t-2">
        {schools.map((s) => (
          <Question
            key={s.step}
            school={s}
            record={record.data?.steps.find((r) => r.step === s.step)}
            trials={(trials.data?.trials ?? []).filter((x) => x.step === s.step)}
          />
        ))}
      </ol>
    </div>
  )
}

function Question(props: {
  school: Schemas['RulesSchool']
  record: Schemas['OutcomesStepRecord'] | undefined
  trials: Schemas['TrialsLine'][]
}) {
  const { t } = useTranslation()
  const { school: s } = props
  return (
    <li className="row-line grid gap-2 py-4">
      <h2 className="text-xl first-letter:uppercase">{s.label}</h2>
      <ul className="grid gap-1">
        {s.choices.map((c) => (
          <li key={c.code} className={`border-l-4 pl-3 ${c.code === s.chosen ? 'border-rose' : 'border-line'}`}>
            <span className="font-semibold first-letter:uppercase">{c.text}</span>
            {c.code === s.chosen && <span className="text-rose-deep"> · {t('unsettled.ours')}</span>}
            <span className="block text-soft text-sm">{c.when}</span>
          </li>
        ))}
      </ul>
      <p>{s.reason}</p>
      <SchoolRecord record={props.record} say={(code) => s.choices.find((c) => c.code === code)?.text ?? code} />
      {props.trials.map((x) => (
        <p key={x.number} className="text-sm">
          <Link href={`/trials/${x.number}`}>{t('unsettled.trial', { question: x.question })}</Link>{' '}
          {x.ended_as ? t(`trial.ended.${x.ended_as}`) : t('unsettled.runs')}
        </p>
      ))}
    </li>
  )
}
