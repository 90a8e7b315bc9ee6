import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { Problem } from '../api/client'
import { letterheadQuery, sheetQuery } from '../api/queries'
import { Failed, Loading, Nothing } from '../parts/states'
import { useTitle } from '../parts/title'
import { RefusalsPart } from '../refusals/refusals-part'
import { useSettings } from '../words/settings'
import { PlanView } from './plan-view'
import { PlantedLine } from './planted-line'
import { TheirPage } from './their-page'
import { Withdraw } from './withdraw'

/** An issued sheet, drawn again from what it kept, with its paper and its calendar. */
export function SheetPage({ number, may }: { number: number; may: boolean }) {
  const { t } = useTranslation()
  const { units, language } = useSettings()
  const sheet = useQuery(sheetQuery(number))
  useTitle(sheet.data ? `${number}, ${sheet.data.tag}` : String(number))
  if (sheet.isPending) return <Loading />
  if (sheet.error instanceof Problem && [404, 422].includes(sheet.error.status))
    return <Nothing title={t('nothing.sheet')} />
  if (sheet.error) return <Failed cause={sheet.error} again={() => sheet.refetch()} />
  const s = sheet.data
  // The papers are the sheet's own: they speak as it was issued, not as who looks at it.
  const file = (name: string, asked: Record<string, string> = {}) =>
    `/api/v1/sheets/${s.number}/${name}?${new URLSearchParams(asked)}`
  const paper = units === 'us' ? 'letter' : 'a4'
  const changed = s.now.some((n) => n.code !== 'held-until')
  return (
    <PlanView
      title={t('sheet.title', {
        number: s.number,
        kind: s.common,
        tag: s.tag,
        customer: s.customer,
        spot: s.spot_name,
      })}
      plan={s.plan}
      words={s.words}
      input={s.input}
      spotId={s.spot_id}
    >
      <div className="grid gap-2">
        {s.now.length > 0 && (
          <ul
            data-testid="sheet-now"
            className={`grid gap-1 rounded-xl border-2 p-3 ${changed ? 'border-oxblood font-semibold text-oxblood' : 'border-line-strong'}`}
          >
            {s.now.map((n) => (
              <li key={n.code}>{n.text}</li>
            ))}
          </ul>
        )}
        {s.replaces !== null && (
          <p>
            <Link href={`/sheets/${s.replaces}`}>{t('sheet.replaces', { number: s.replaces })}</Link>
          </p>
        )}
        <p className="font-semibold">
          {s.planting_text}.{' '}
          {t('sheet.issued', {
            date: new Date(s.issued_at).toLocaleDateString(language, {
              day: 'numeric',
              month: 'long',
              year: 'numeric',
            }),
            by: s.issued_by,
          })}
        </p>
        <p>{s.marked}</p>
        {s.words.against.length > 0 && (
          <div className="rounded-xl border-2 border-oxblood p-3 font-semibold text-oxblood" data-testid="against">
            <p>{t('sheet.against')}</p>
            {s.words.against.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </div>
        )}
        {s.signed && <p>{s.signed}</p>}
        {s.chosen && <p>{s.chosen}</p>}
        {s.done.length > 0 && (
          <p>
            <span className="font-semibold">{t('sheet.done')}</span> {s.done.join('; ')}.
          </p>
        )}
        <Unnamed />
        {s.withdrawn_at === null && <PlantedLine number={s.number} may={may} issued={s.issued_at} />}
        <div className="no-print grid grid-cols-2 gap-2">
          <a className="deed no-underline" href={file('sheet.pdf', { paper: 'a4' })} target="_blank" rel="noreferrer">
            {t('sheet.pdf.a4')}
          </a>
          <a
            className="deed no-underline"
            href={file('sheet.pdf', { paper: 'letter' })}
            target="_blank"
            rel="noreferrer"
          >
            {t('sheet.pdf.letter')}
          </a>
          <a
            className="quiet no-underline"
            href={file('sheet.pdf', { paper, large: 'true' })}
            target="_blank"
            rel="noreferrer"
          >
            {t('sheet.pdf.large')}
          </a>
          {changed && s.kept && (
            <a
              className="quiet no-underline"
              href={file('handed-over.pdf', { paper })}
              target="_blank"
              rel="noreferrer"
            >
              {t('sheet.handed-over')}
            </a>
          )}
          <a className="quiet no-underline" href={file('sheet.html')} download={`sheet-${s.number}.html`}>
            {t('sheet.page')}
          </a>
          <a className="quiet no-underline" href={file('care.ics')} download={`care-${s.number}.ics`}>
            {t('sheet.calendar')}
          </a>
          {s.withdrawn_at === null && (
            <a className="quiet no-underline" href={file('pocket.pdf', { paper })} target="_blank" rel="noreferrer">
              {t('sheet.pocket')}
            </a>
          )}
          {may && (
            <Link className="quiet no-underline" href={`/sheets/${s.number}/order`}>
              {t('order.title')}
            </Link>
          )}
          <Link className="quiet no-underline" href={`/bench/${s.tag}`}>
            {t('sheet.tree')}
          </Link>
          {s.may_revise && (
            <Link className="quiet no-underline" href={`/plan/${s.spot_id}/${s.tag}?replaces=${s.number}`}>
              {t('sheet.revise')}
            </Link>
          )}
          {s.may_withdraw && (
            <Link className="quiet no-underline" href={`/match/${s.spot_id}?replaces=${s.number}`}>
              {t('sheet.other-tree')}
            </Link>
          )}
          {s.may_withdraw && <Withdraw number={s.number} label={t('sheet.withdraw')} />}
        </div>
        {may && <RefusalsPart spot={s.spot_id} sheet={s.number} />}
        {may && <TheirPage number={s.number} ended={s.withdrawn_at !== null} />}
      </div>
    </PlanView>
  )
}

/** A paper that says neither whose it is nor whom to call is told before it goes out. */
function Unnamed() {
  const { t } = useTranslation()
  const letterhead = useQuery(letterheadQuery)
  if (!letterhead.data || letterhead.data.named) return null
  return (
    <p className="no-print rounded-xl border-2 border-oxblood p-3 text-oxblood">
      <span className="font-semibold">{t('letterhead.missing')}</span>{' '}
      <Link href="/rules/letterhead">{t('letterhead.write')}</Link>
    </p>
  )
}
