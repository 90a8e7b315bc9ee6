import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { StateMark } from '../parts/state-mark'
import type { Lot } from './lot-page'

/** The first trees of a lot by place; the bench lists all of a long one. */
export function TreeRows({ lot }: { lot: Lot }) {
  const { t } = useTranslation()
  return (
    <section aria-labelledby="trees">
      <h2 id="trees" className="border-ink border-b-2 pb-1 text-xl">
        {t('lot.trees', { count: lot.tags })}
      </h2>
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {lot.trees.map((tree) => (
          <li key={tree.tag} className="row-line">
            <Link
              href={`/bench/${tree.tag}`}
              className="grid min-h-11 grid-cols-[2.5rem_6rem_1fr] items-center gap-2 no-underline hover:bg-leaf-paper"
            >
              <span className="text-right text-soft text-sm">{tree.number}</span>
              <span className="figure">{tree.tag}</span>
              <StateMark state={tree.state} word={t(`state.${tree.state}`)} />
            </Link>
          </li>
        ))}
      </ul>
      {lot.tags > lot.trees.length && (
        <Link href={`/bench?lot=${lot.number}&state=`} className="quiet mt-3 no-underline">
          {t('lot.trees.all', { count: lot.tags })}
        </Link>
      )}
    </section>
  )
}
