import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { plantedListQuery } from '../api/aftercare-queries'
import type { Person, Schemas } from '../api/client'
import { BallLevel } from '../drawing/ball-level'
import { Failed, Loading } from '../parts/states'
import { sayDay } from '../parts/time'
import { named } from '../words/named'

/** The trees that have gone into the ground, those that want something first. */
export function PlantedPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const [text, setText] = useState('')
  const list = useQuery(plantedListQuery(text.trim()))
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const { trees, owed, wet, more } = list.data
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-[2.4rem]">{t('planted.owed', { count: owed })}</h1>
          {wet > 0 && <p className="text-lg text-soft">{t('planted.wet', { count: wet })}</p>}
        </div>
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('planted.search')}</span>
          <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      <nav aria-label={t('planted.ways')} className="no-print mb-5 flex flex-wrap gap-2">
        <Link href="/round" className="deed no-underline">
          {t('going.title')}
        </Link>
        <Link href="/trouble" className="quiet no-underline">
          {t('trouble.title')}
        </Link>
        {(who.deeds as string[]).includes('see-outcomes') && (
          <Link href="/outcomes" className="quiet no-underline">
            {t('outcome.title')}
          </Link>
        )}
        <Link href="/memory" className="quiet no-underline">
          {t('place.memory')}
        </Link>
        {(who.deeds as string[]).includes('keep-claims') && (
          <Link href="/claims" className="quiet no-underline">
            {t('claim.list')}
          </Link>
        )}
      </nav>
      <ul className="border-ink border-t-2">
        {trees.map((tree) => (
          <PlantedRow key={tree.id} tree={tree} />
        ))}
      </ul>
      {trees.length === 0 && (
        <p className="py-8 text-center text-soft">{text ? t('planted.none-found') : t('planted.none')}</p>
      )}
      {more && <p className="py-3 text-soft">{t('planted.more')}</p>}
    </div>
  )
}

function PlantedRow({ tree }: { tree: Schemas['PlantedLine'] }) {
  const { t } = useTranslation()
  const says = tree.ended_on
    ? t('planted.lost', { date: sayDay(tree.ended_on) })
    : tree.advice
      ? named(`water.advice.${tree.advice}`, tree.advice)
      : t('planted.unknown')
  const urgent = tree.advice === 'water-now' || tree.advice === 'water-twice'
  return (
    <li className="row-line">
      <Link
        href={`/planted/${tree.id}`}
        className="flex min-h-20 items-center gap-4 py-2 no-underline hover:bg-leaf-paper"
      >
        <BallLevel
          share={tree.share}
          label={
            tree.share === null ? t('planted.unknown') : t('planted.share', { share: Math.round(tree.share * 100) })
          }
        />
        <span className="mr-auto">
          <span className="block font-semibold">
            {tree.common} <span className="figure">{tree.tag}</span>
          </span>
          <span className="block text-soft text-sm">{[tree.customer, tree.spot_name].filter(Boolean).join(', ')}</span>
          <span className="block text-soft text-sm">
            {t('planted.on', { date: sayDay(tree.planted_on) })}
            {tree.spares > 0 && `; ${t('spare.line', { where: tree.spare_stands })}`}
          </span>
        </span>
        <span
          className={`max-w-40 text-right font-semibold ${urgent ? 'answer text-rose-deep text-xl' : tree.ended_on ? 'text-soft' : ''}`}
        >
          {says}
        </span>
      </Link>
    </li>
  )
}
