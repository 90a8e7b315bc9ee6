import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { TFunction } from 'i18next'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { nowStale } from '../api/stale'
import { FieldFault, sayProblem } from '../parts/states'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'

type Spot = Schemas['GroundPage']
type Asked = Schemas['MatchQuestion']

/** What an advisor asks before any list: each answer is a touch, kept with the spot, and says how many trees it leaves. */
export function Questions({ spot, questions, may }: { spot: Spot; questions: Asked[]; may: boolean }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const cache = useQueryClient()
  const save = useMutation({
    mutationFn: (ground: Spot['ground']) =>
      ask(
        client.PUT('/api/v1/spots/{id}', {
          params: { path: { id: spot.id } },
          body: {
            version: spot.version,
            site_version: spot.site_version,
            name: spot.name,
            lat_deg: spot.lat_deg,
            climate: spot.climate,
            ground,
          },
        }),
      ),
    onSuccess: () => nowStale(cache, 'save-spot'),
  })
  return (
    <section aria-label={t('asked.title')} className="mb-4 flex flex-wrap gap-x-5 gap-y-1.5">
      {questions.map((q) => (
        <fieldset key={q.question} className="grid grid-cols-[5.2rem_1fr] items-center gap-x-2">
          <legend className="sr-only">{t(`asked.${q.question}`)}</legend>
          <span aria-hidden="true" className="text-sm">
            {t(`asked.${q.question}`)}
          </span>
          <div className="flex flex-wrap gap-1">
            {q.options.map((o) => {
              const answer = sayAnswer(q.question, o.answer, t, (m) => sayHeight(m, units))
              return (
                <button
                  key={o.answer}
                  type="button"
                  aria-pressed={o.given}
                  disabled={!may || save.isPending}
                  className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper px-2.5 py-1 text-[0.93rem] leading-tight aria-pressed:border-night aria-pressed:bg-night aria-pressed:font-semibold aria-pressed:text-white pointer-coarse:min-h-12"
                  onClick={() => save.mutate(answered(spot.ground, q.question, o))}
                >
                  {answer} <span className="figure text-sm opacity-80">{o.trees_count}</span>
                </button>
              )
            })}
          </div>
        </fieldset>
      ))}
      <FieldFault text={save.error ? sayProblem(save.error, t) : undefined} />
    </section>
  )
}

function sayAnswer(question: Asked['question'], answer: string, t: TFunction, height: (m: number) => string): string {
  switch (question) {
    case 'purpose':
      return t(`spot.purpose.${answer as 'shade'}`)
    case 'tallest':
      return t('asked.under', { height: height(Number(answer)) })
    case 'lives-here':
      return t(`resident.${answer as 'children'}`)
    case 'never':
      return t(`kind.caution.${answer as 'thorns'}`)
    case 'water':
      return t(`spot.water.${answer as 'none'}`)
    case 'care':
      return t(`asked.care.${answer as 'little'}`)
    case 'when':
      return t(`asked.when.${answer as 'now'}`)
  }
}

/** The ground with one answer given, or taken back where it was. */
function answered(ground: Spot['ground'], question: Asked['question'], o: Schemas['MatchLeave']): Spot['ground'] {
  const toggled = (list: readonly string[] | undefined) =>
    o.given ? (list ?? []).filter((x) => x !== o.answer) : [...(list ?? []), o.answer]
  switch (question) {
    case 'purpose':
      return { ...ground, purpose: o.given ? '' : (o.answer as Spot['ground']['purpose']) }
    case 'tallest':
      return { ...ground, tallest_m: o.given ? undefined : Number(o.answer) }
    case 'lives-here':
      return { ...ground, lives_here: toggled(ground.lives_here) as Spot['ground']['lives_here'] }
    case 'never':
      return { ...ground, never: toggled(ground.never) as Spot['ground']['never'] }
    case 'care':
      return { ...ground, care: o.given ? undefined : (o.answer as Spot['ground']['care']) }
    case 'when':
      return { ...ground, when: o.given ? undefined : (o.answer as Spot['ground']['when']) }
    case 'water':
      return { ...ground, water: o.given ? '' : (o.answer as Spot['ground']['water']) }
  }
}
