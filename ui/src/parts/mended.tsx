import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { type MendingWhat, mendingsQuery } from '../api/queries'
import { named } from '../words/named'
import { sayMoment } from './time'

/** What stood before an entry was corrected or taken back, with who, when and why. */
export function Mended({ what, id, words = 'mended' }: { what: MendingWhat; id: string; words?: 'mended' | 'kind' }) {
  const { t } = useTranslation()
  const list = useQuery(mendingsQuery(what, id))
  if (!list.data?.mendings.length) return null
  return (
    <ul className="grid gap-1 text-sm" aria-label={t('mended.title')}>
      {list.data.mendings.map((m) => (
        <li key={m.at} className="border-line-strong border-l-4 pl-3">
          <span className="font-semibold">{t('mended.by', { by: m.by, when: sayMoment(m.at) })}</span> {m.reason}
          <span className="block text-soft">
            {t('mended.was')}{' '}
            {Object.entries(m.was)
              .map(([name, v]) => `${named(`${words}.${name}`, name.replaceAll('_', ' '))} ${moment(v)}`)
              .join(', ')}
          </span>
        </li>
      ))}
    </ul>
  )
}

const moment = (v: string) => (/^\d{4}-\d\d-\d\dT/.test(v) ? sayMoment(v) : v)
