import { useInfiniteQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Schemas } from '../api/client'
import { securityQuery } from '../api/queries'
import { Failed, Loading } from '../parts/states'
import { sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { named } from '../words/named'

const refusals = {
  'wrong-sign-in': 'security.no.wrong',
  'wrong-pin': 'security.no.wrong',
  'wrong-second': 'security.no.wrong',
  wrong_second: 'security.no.wrong',
  'second-needed': 'security.no.second',
  wrong_password: 'security.no.wrong',
  wrong_code: 'security.no.wrong',
  'slow-down': 'security.no.slow-down',
  'pin-out': 'security.no.slow-down',
  'busy-now': 'security.no.busy',
  'not-allowed': 'security.no.role',
  'by-password': 'security.no.by-password',
} as const

const known = <T extends Record<string, string>>(words: T, id: string): T[keyof T] | undefined =>
  id in words ? (words[id] as T[keyof T]) : undefined

/** What touched who may come in and do what; nobody changes a line of it. */
export function SecurityPage() {
  const { t } = useTranslation()
  useTitle(t('security.title'))
  const log = useInfiniteQuery(securityQuery)
  if (log.isPending) return <Loading />
  if (log.error) return <Failed cause={log.error} again={() => log.refetch()} />
  const lines = log.data.pages.flatMap((p) => p.lines)
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-6 md:px-7">
      <h1 className="text-[2.6rem]">{t('security.title')}</h1>
      <p className="mb-4 text-soft">
        {t('security.about')}{' '}
        <Link href="/people" className="underline">
          {t('people.open')}
        </Link>
      </p>
      {lines.length === 0 && <p>{t('security.none')}</p>}
      <ol className="border-ink border-t-2">
        {lines.map((line) => (
          <Line key={line.seq} line={line} />
        ))}
      </ol>
      {log.hasNextPage && (
        <button
          type="button"
          className="quiet mt-4"
          disabled={log.isFetchingNextPage}
          onClick={() => log.fetchNextPage()}
        >
          {t('security.more')}
        </button>
      )}
    </div>
  )
}

function Line({ line: l }: { line: Schemas['PeopleSecurityLine'] }) {
  const { t } = useTranslation()
  const doing = named(`security.${l.operation}`, t('security.other', { what: l.operation }))
  const refused = known(refusals, l.outcome)
  const done = l.outcome === 'done'
  // Who signs in is nobody yet: it was they, or somebody in their name.
  const who = l.who || (done ? l.about_whom : l.about_whom && t('security.as', { name: l.about_whom }))
  const about = l.who && l.about_whom && l.about_whom !== l.who ? ` · ${l.about_whom}` : ''
  return (
    <li className="row-line grid min-h-12 gap-x-6 py-2 sm:grid-cols-[11rem_1fr_auto]">
      <time dateTime={l.at} className="text-soft">
        {sayMoment(l.at)}
      </time>
      <span>
        <span className="font-semibold">{doing}</span>
        {!done && (
          <span className="ml-2 font-semibold text-oxblood">
            {refused ? t(refused) : t('security.no', { code: l.outcome })}
          </span>
        )}
        <span className="block text-soft text-sm">
          {who || t(l.address ? 'security.stranger' : 'security.house')}
          {about}
          {l.left_out > 0 && ` · ${t('security.left-out', { count: l.left_out })}`}
        </span>
      </span>
      <span className="figure text-soft text-sm">{l.address}</span>
    </li>
  )
}
