import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { sheetLinkQuery, sheetTicksQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { useSettings } from '../words/settings'

/** The customer's own page of a sheet: where it is, until when it opens, what was ticked off there, and the end of it. */
export function TheirPage({ number, ended }: { number: number; ended: boolean }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const link = useQuery(sheetLinkQuery(number))
  const ticks = useQuery(sheetTicksQuery(number))
  const puts = () => sheetLinkQuery(number).queryKey
  const share = useDeed(
    'share-sheet',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/sheets/{number}/link', {
          params: { path: { number }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts },
  )
  const revoke = useDeed(
    'revoke-link',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/sheets/{number}/link/revoked', {
          params: { path: { number }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts },
  )
  if (!link.data?.served) return null
  const l = link.data
  const day = (text: string) =>
    new Date(text).toLocaleDateString(language, { day: 'numeric', month: 'long', year: 'numeric' })
  return (
    <section className="no-print mt-2 border-ink border-t-2 pt-2">
      <h2 className="text-xl">{t('copy.title')}</h2>
      {l.address ? (
        <>
          <p className="text-sm">{t('copy.about', { date: day(l.expires_on) })}</p>
          <p className="break-all">
            <a href={l.address} target="_blank" rel="noreferrer">
              {l.address}
            </a>
          </p>
          <div className="mt-2 grid grid-cols-2 gap-2">
            <button type="button" className="quiet" onClick={() => void navigator.clipboard?.writeText(l.address)}>
              {t('copy.copy')}
            </button>
            <button
              type="button"
              className="quiet"
              disabled={revoke.isPending}
              onClick={() => revoke.mutate(undefined)}
            >
              {t('copy.revoke')}
            </button>
          </div>
        </>
      ) : (
        <>
          <p className="text-sm">{t(ended ? 'copy.none.ended' : l.revoked_at ? 'copy.revoked' : 'copy.none')}</p>
          {!ended && (
            <button
              type="button"
              className="quiet mt-2"
              disabled={share.isPending}
              onClick={() => share.mutate(undefined)}
            >
              {t('copy.share')}
            </button>
          )}
        </>
      )}
      {(share.error || revoke.error) && <FieldFault text={sayProblem(share.error ?? revoke.error, t)} />}
      {ticks.data?.ticks.some((each) => each.done) && (
        <>
          <h3 className="mt-3 font-semibold">{t('copy.ticked')}</h3>
          <ul className="text-sm">
            {ticks.data.ticks
              .filter((each) => each.done)
              .slice(0, 8)
              .map((each) => (
                <li key={each.mark} className="row-line flex justify-between gap-3 py-1">
                  <span>{each.text}</span>
                  <span className="whitespace-nowrap text-soft">{new Date(each.at).toLocaleDateString(language)}</span>
                </li>
              ))}
          </ul>
        </>
      )}
    </section>
  )
}
