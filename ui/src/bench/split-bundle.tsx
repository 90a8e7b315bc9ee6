import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, Problem, type Tree } from '../api/client'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'

/** Trees are taken out of a bundle and get a tag of their own. */
export function SplitBundle({ tree }: { tree: Tree }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [count, setCount] = useState<number | null>(1)
  const split = useDeed(
    'split-bundle',
    (n: number, key: string) =>
      ask(
        client.POST('/api/v1/trees/{tag}/split', {
          params: { path: { tag: tree.tag }, header: { 'Idempotency-Key': key } },
          body: { count: n },
        }),
      ),
    { done: (fresh) => go(`/bench/${fresh.tag}`) },
  )
  return (
    <details className="mt-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{t('split.title')}</summary>
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <MeasureField
          label={t('split.count')}
          value={count}
          onChange={setCount}
          fault={split.error instanceof Problem ? split.error.field('count') : undefined}
        />
        <button
          type="button"
          className="quiet"
          disabled={!count || split.isPending}
          onClick={() => count && split.mutate(count)}
        >
          {t('split.do')}
        </button>
      </div>
      {split.error && !(split.error instanceof Problem && split.error.field('count')) && (
        <p role="alert" className="text-oxblood">
          {sayProblem(split.error, t)}
        </p>
      )}
    </details>
  )
}
