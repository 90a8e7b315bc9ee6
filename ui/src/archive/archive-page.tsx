import { queryOptions, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { keyOf } from '../api/stale'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'

const archiveQuery = queryOptions({
  queryKey: keyOf('see-archive'),
  queryFn: () => ask(client.GET('/api/v1/archive')),
})

/** Everything the house holds, in open formats: taken as one file, and what is in it. */
export function ArchivePage() {
  const { t } = useTranslation()
  const page = useQuery(archiveQuery)
  const [asked, setAsked] = useState(false)
  useTitle(t('archive.title'))
  if (page.isPending) return <Loading />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  const { subjects, mb, too_large } = page.data
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <h1 className="text-[2.4rem] leading-tight">{t('archive.headline', { mb })}</h1>
      <p className="max-w-2xl text-lg text-soft">{t('archive.about')}</p>
      <div className="my-5 grid gap-3">
        {too_large ? (
          <p className="rounded-xl border-2 border-line-strong p-3">{t('archive.too-large')}</p>
        ) : (
          <a
            className="deed justify-self-start no-underline"
            href="/api/v1/archive/house.zip"
            download
            onClick={() => setAsked(true)}
          >
            {t('archive.take')}
          </a>
        )}
        {asked && <p role="status">{t('archive.being-made')}</p>}
        <p className="max-w-2xl">{t('archive.back')}</p>
        <p className="max-w-2xl font-semibold">{t('archive.personal')}</p>
      </div>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('archive.holds')}</h2>
      <ul className="gap-x-10 md:columns-2">
        {subjects.map((s) => (
          <li key={s.name} className="row-line flex break-inside-avoid justify-between gap-4 py-1.5">
            <span className="min-w-0">
              <span className="block font-mono text-sm">{s.name}</span>
              <span className="block text-soft text-sm">{s.about}</span>
            </span>
            <span className="figure">{s.rows}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
