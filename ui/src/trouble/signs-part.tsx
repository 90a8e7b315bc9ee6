import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { troublePlace } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { named } from '../words/named'

type Signs = Schemas['TroublesSigns']

/** What is seen, in the order in which one looks: what would tell most first, then from the crown down. Not touched is not looked. */
export function SignsPart(props: {
  signs: Signs
  weighing: Schemas['TroublesWeighing']
  onChange: (signs: Signs) => void
}) {
  const { t } = useTranslation()
  const { signs, weighing: w } = props
  const question = (q: string) => named(`trouble.q.${q}`, q)
  const answer = (q: string, a: string) => named(`trouble.a.${q}.${a}`, a)
  const say = (q: string, value: string | undefined) => {
    const seen = { ...signs.seen }
    if (value) seen[q] = value
    else delete seen[q]
    // What is taken off again is not heard a second time either.
    const unheard = value ? signs.unheard : [...new Set([...signs.unheard, q])]
    props.onChange({ ...signs, seen, unheard })
  }
  const asked = (q: Schemas['TroublesAskedQuestion'], large = false) => {
    const heard = w.heard.find((h) => h.question === q.question)
    const record = w.record[q.question]
    return (
      <div key={q.question} className={large ? '' : 'py-1'}>
        <Choice
          label={question(q.question)}
          value={w.seen[q.question] ?? ''}
          onChange={(v) => say(q.question, v)}
          options={q.answers.map((a) => ({ value: a, label: answer(q.question, a) }))}
        />
        {heard && <p className="text-leaf text-sm">{t('trouble.heard', { words: heard.words })}</p>}
        {record && <p className="text-soft text-sm">{t('trouble.by-record')}</p>}
      </div>
    )
  }
  const next = w.next.slice(0, 3).flatMap((n) => w.asked.filter((a) => a.question === n.question))
  const most = w.next[0]
  return (
    <div className="grid content-start gap-6">
      <label className="block">
        <span className="mb-1 block font-semibold">{t('trouble.said')}</span>
        <textarea
          className="field min-h-20"
          maxLength={1000}
          value={signs.said}
          placeholder={t('trouble.said.example')}
          onChange={(e) => props.onChange({ ...signs, said: e.target.value })}
        />
        <span className="text-soft text-sm">{t('trouble.said.about')}</span>
      </label>
      {w.ladder.length > 0 && (
        <section aria-label={t('trouble.ladder')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('trouble.ladder')}</h2>
          <ol className="flex flex-wrap gap-2 py-2">
            {w.ladder.map((r, i) => (
              <li
                key={r.question}
                className={`rounded-lg border-[1.5px] px-3 py-2 ${r.found ? 'border-oxblood font-semibold text-oxblood' : r.looked ? 'border-leaf text-leaf' : 'border-line-strong border-dashed'}`}
              >
                {i + 1}. {question(r.question)}{' '}
                {t(r.found ? 'trouble.rung.found' : r.looked ? 'trouble.rung.fine' : 'trouble.rung.open')}
              </li>
            ))}
          </ol>
        </section>
      )}
      {most && next.length > 0 && (
        <section aria-label={t('trouble.next')} className="rounded-xl border-[3px] border-ink p-4">
          <h2 className="text-xl">{t('trouble.next')}</h2>
          <p className="mb-2 text-soft text-sm">{t('trouble.next.why')}</p>
          <div className="grid gap-3">{next.map((q) => asked(q, true))}</div>
        </section>
      )}
      {troublePlace.map((place) => {
        const here = w.asked.filter((a) => a.place === place && !next.includes(a))
        if (here.length === 0) return null
        return (
          <details key={place} open={here.some((a) => w.seen[a.question])}>
            <summary className="flex min-h-12 cursor-pointer items-baseline justify-between border-ink border-b-2 pb-1">
              <span className="font-bold text-xl">{t(`trouble.place.${place}`)}</span>
              <span className="text-soft text-sm">
                {here
                  .filter((a) => w.seen[a.question])
                  .map((a) => answer(a.question, w.seen[a.question] ?? ''))
                  .join(' · ')}
              </span>
            </summary>
            <div className="grid gap-2 py-2">{here.map((a) => asked(a))}</div>
          </details>
        )
      })}
    </div>
  )
}
