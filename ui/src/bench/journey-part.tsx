import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas, type Tree } from '../api/client'
import { yardDamage, yardJourney } from '../api/declared.gen'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { WithReason } from '../parts/with-reason'

type NewDamage = Schemas['JourneysNewDamage']
/** What a journey did to the tree, and the repair, told at once. */
export function JourneyPart({ tree, may }: { tree: Tree; may: boolean }) {
  const { t } = useTranslation()
  const [damage, setDamage] = useState<NewDamage['damage'] | ''>('')
  const [journey, setJourney] = useState<NewDamage['journey']>(tree.state === 'sold' ? 'going-home' : 'arrival')
  const [girth, setGirth] = useState<number | null>(null)
  const [note, setNote] = useState('')
  const clear = () => {
    setDamage('')
    setGirth(null)
    setNote('')
  }
  const record = useKeptDeed(
    'record-damage',
    (d) => ({ what: t('kept.damage', { tag: d.tag, what: t(`journey.damage.${d.damage}`) }), href: `/bench/${d.tag}` }),
    { done: clear, kept: clear },
  )
  const repair = useKeptDeed('repair-damage', ({ id }) => ({
    what: t('kept.work', { tag: tree.tag, work: tree.damages.find((d) => d.id === id)?.repair }),
    href: `/bench/${tree.tag}`,
  }))
  const back = useDeed('take-back-damage', ({ id, reason }: { id: string; reason: string }, key: string) =>
    ask(
      client.POST('/api/v1/trees/{tag}/damages/{id}/taken-back', {
        params: { path: { tag: tree.tag, id }, header: { 'Idempotency-Key': key } },
        body: { reason },
      }),
    ),
  )
  const waiting = useKeptOf('record-damage', (d) => d.tag === tree.tag).length > 0
  const repairing = useKeptOf('repair-damage', (r) => r.tag === tree.tag).map((k) => (k.input as { id: string }).id)
  return (
    <section aria-label={t('journey.title')} className="grid gap-3 pb-2">
      <ul>
        {tree.damages.map((d) => (
          <li key={d.id} className="row-line py-2">
            <span className="font-semibold">{d.text}:</span> {d.repair}
            {d.note && <span className="text-soft"> · {d.note}</span>}
            <span className="block text-soft text-sm">
              {t(`journey.${d.journey}`)}, {sayMoment(d.at)}, {d.by}
              {d.repaired_at && ` · ${t('journey.repaired', { when: sayMoment(d.repaired_at) })}`}
            </span>
            {may && (d.to_repair || d.repaired_at) && (
              <button
                type="button"
                className="quiet mt-1"
                disabled={repair.isPending || repairing.includes(d.id)}
                onClick={() => repair.mutate({ tag: tree.tag, id: d.id, repaired: !d.repaired_at })}
              >
                {t(repairing.includes(d.id) ? 'kept.here' : d.repaired_at ? 'undo' : 'journey.done')}
              </button>
            )}
            {may && (
              <WithReason
                label={t('journey.take-back')}
                about={t('journey.take-back.about')}
                pending={back.isPending}
                onDo={(reason) => back.mutate({ id: d.id, reason })}
              />
            )}
          </li>
        ))}
      </ul>
      {may && (
        <>
          <Choice
            required
            label={t('journey.when')}
            value={journey}
            onChange={(v) => setJourney(v)}
            options={yardJourney.map((value) => ({ value, label: t(`journey.${value}`) }))}
          />
          <Choice
            label={t('journey.what')}
            value={damage}
            onChange={(v) => setDamage(v ?? '')}
            options={yardDamage.map((value) => ({ value, label: t(`journey.damage.${value}`) }))}
          />
          {damage === 'torn-bark' && (
            <MeasureField label={t('journey.girth')} unit="%" value={girth} onChange={setGirth} />
          )}
          {damage && (
            <>
              <label>
                <span className="mb-1 block font-semibold text-sm">{t('journey.note')}</span>
                <input className="field" maxLength={200} value={note} onChange={(e) => setNote(e.target.value)} />
              </label>
              <button
                type="button"
                className="deed"
                disabled={record.isPending || (damage === 'torn-bark' && girth === null)}
                onClick={() => record.mutate({ tag: tree.tag, journey, damage, girth_share: (girth ?? 0) / 100, note })}
              >
                {t('journey.record')}
              </button>
            </>
          )}
        </>
      )}
      {waiting && (
        <p role="status" className="font-semibold text-leaf">
          {t('kept.here')}
        </p>
      )}
      {(record.error || repair.error || back.error) && (
        <p role="alert" className="text-oxblood">
          {sayProblem(record.error ?? repair.error ?? back.error, t)}
        </p>
      )}
    </section>
  )
}

/** The journey's damage, folded away until there is some. */
export function JourneyFold({ tree, may }: { tree: Tree; may: boolean }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(tree.damages.some((d) => d.to_repair))
  return (
    <details className="mt-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        {t('journey.title')} {tree.damages.length > 0 && tree.damages.length}
      </summary>
      {open && <JourneyPart tree={tree} may={may} />}
    </details>
  )
}

/** How it is potted up, in the order of the hands. */
export function PottingFold({ tree }: { tree: Tree }) {
  const { t } = useTranslation()
  if (tree.potting.length === 0) return null
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{t('potting.title')}</summary>
      <ol className="list-decimal pb-2 pl-5">
        {tree.potting.map((step) => (
          <li key={step} className="py-1">
            {step}
          </li>
        ))}
      </ol>
    </details>
  )
}
