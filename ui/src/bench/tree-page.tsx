import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { type Person, Problem } from '../api/client'
import { treeQuery } from '../api/queries'
import { Failed, Loading, Nothing } from '../parts/states'
import { useTitle } from '../parts/title'
import { Look } from './look'
import { RecordView } from './record-view'
import { WorkView } from './work-view'

/** A tree on the bench: looked at, worked on, or its record. Where it stands decides what opens. */
export function TreePage({ tag, who }: { tag: string; who: Person }) {
  const { t } = useTranslation()
  const tree = useQuery(treeQuery(tag))
  useTitle(tree.data ? `${tag}, ${tree.data.lot.common}` : tag)
  const [again, setAgain] = useState(false)
  if (tree.isPending) return <Loading />
  // Without a network the tree is shown as it was last seen.
  if (!tree.data && tree.error instanceof Problem && [404, 422].includes(tree.error.status))
    return (
      <Nothing title={t('nothing.tree', { tag })}>
        <p className="mb-4">{tree.error.message}</p>
        <Link href="/bench" className="quiet no-underline">
          {t('nothing.to-bench')}
        </Link>
      </Nothing>
    )
  if (!tree.data) return <Failed cause={tree.error} again={() => tree.refetch()} />
  const data = tree.data
  if (!data.subject.covered)
    return (
      <Nothing title={t('not-covered.title')}>
        <p>{t('not-covered')}</p>
      </Nothing>
    )
  const mayCheck = (who.deeds as string[]).includes('check-trees')
  const fresh = data.state === 'unchecked' || data.state === 'not-yet-judged'
  if (mayCheck && (fresh || again || (data.state === 'in-work' && data.work_done)))
    return (
      <Look
        key={`${data.version} ${again}`}
        tree={data}
        afterWork={data.work_done && !again && !data.uncovered}
        onDone={() => setAgain(false)}
      />
    )
  if (data.state === 'in-work') return <WorkView tree={data} onLook={() => setAgain(true)} />
  return <RecordView tree={data} who={who} onLook={mayCheck ? () => setAgain(true) : undefined} />
}
