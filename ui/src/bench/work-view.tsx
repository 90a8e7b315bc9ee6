import { useTranslation } from 'react-i18next'
import type { Tree } from '../api/client'
import { treeQuery } from '../api/queries'
import { TreeSection } from '../drawing/tree-section'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { sayProblem } from '../parts/states'
import { AnswerPanel } from './answer-panel'
import { TreeTitle } from './tree-title'

/** The corrections of one tree, one touch each; each can be taken back. */
export function WorkView({ tree, onLook }: { tree: Tree; onLook: () => void }) {
  const { t } = useTranslation()
  const check = tree.checks[0]
  const correct = useKeptDeed(
    'correct',
    ({ work_key }) => ({
      what: t('kept.work', { tag: tree.tag, work: check.assessment.work.find((w) => w.key === work_key)?.text }),
      href: `/bench/${tree.tag}`,
    }),
    { puts: () => treeQuery(tree.tag).queryKey },
  )
  const waiting = useKeptOf('correct', (c) => c.tag === tree.tag).map(
    (k) => k.input as { work_key: string; done: boolean },
  )
  const isDone = (w: { key: string; done: boolean }) => waiting.find((k) => k.work_key === w.key)?.done ?? w.done
  const work = check.assessment.work.filter((w) => !w.at_planting)
  const left = work.filter((w) => !isDone(w)).length
  return (
    <div className="grid flex-1 grid-cols-1 gap-8 px-4 py-4 md:px-7 lg:grid-cols-[22rem_minmax(0,1fr)_18.5rem]">
      <section>
        <TreeTitle tree={tree} />
        <h2 className="mt-5 mb-1 text-xl">{t('work.title')}</h2>
        <ul className="border-ink border-t-2">
          {work.map((w) => (
            <li key={w.key} className="row-line">
              <button
                type="button"
                aria-pressed={isDone(w)}
                disabled={correct.isPending}
                onClick={() => correct.mutate({ tag: tree.tag, work_key: w.key, done: !isDone(w) })}
                className="flex min-h-16 w-full items-center gap-4 py-2 text-left text-lg"
              >
                <span
                  className={`grid size-9 flex-none place-items-center rounded-lg border-2 border-ink text-xl ${isDone(w) ? 'bg-leaf text-white' : 'bg-leaf-paper'}`}
                  aria-hidden="true"
                >
                  {isDone(w) ? '✓' : ''}
                </span>
                <span className={isDone(w) ? 'line-through decoration-soft' : ''}>{w.text}</span>
                {isDone(w) && <span className="ml-auto text-soft text-sm">{w.done ? w.by : t('kept.here')}</span>}
              </button>
            </li>
          ))}
        </ul>
        {correct.error && (
          <p role="alert" className="mt-3 font-semibold text-oxblood">
            {sayProblem(correct.error, t)}
          </p>
        )}
        <p className="mt-3 text-soft">{t('work.left', { count: left })}</p>
        <button type="button" className="quiet mt-3 w-full" onClick={onLook}>
          {t('look.again')}
        </button>
      </section>
      <div className="drawn mx-auto h-[min(40rem,calc(100dvh-9.5rem))] w-full max-w-3xl">
        <TreeSection tree={tree} readings={check.readings} answer={check.assessment} />
      </div>
      <AnswerPanel answer={{ ...check.assessment, work: [] }} />
    </div>
  )
}
