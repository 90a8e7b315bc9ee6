import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Person } from '../api/client'
import { useTitle } from '../parts/title'

/** What the house remembers, by the question that one has: each opens where it is answered. */
const questions = [
  { key: 'week', href: '/week' },
  { key: 'lives', href: '/outcomes', deed: 'see-outcomes' },
  { key: 'report', href: '/report', deed: 'see-outcomes' },
  { key: 'unsettled', href: '/unsettled' },
  { key: 'trials', href: '/trials', deed: 'see-trials' },
  { key: 'claims', href: '/claims', deed: 'keep-claims' },
  { key: 'refused', href: '/refusals', deed: 'keep-refusals' },
  { key: 'amounts', href: '/amounts' },
  { key: 'growers', href: '/growers' },
  { key: 'chill', href: '/chill' },
  { key: 'archive', href: '/archive', deed: 'take-archive' },
] as const

export function MemoryPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  useTitle(t('place.memory'))
  const may = (deed: string | undefined) => !deed || (who.deeds as string[]).includes(deed)
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <h1 className="text-[2.4rem] leading-tight">{t('place.memory')}</h1>
      <ul className="mt-4 border-ink border-t-2">
        {questions
          .filter((q) => may('deed' in q ? q.deed : undefined))
          .map((q) => (
            <li key={q.key} className="row-line">
              <Link href={q.href} className="flex min-h-16 items-center gap-4 py-2 no-underline hover:bg-leaf-paper">
                <span className="mr-auto">
                  <span className="block font-semibold text-lg">{t(`memory.${q.key}`)}</span>
                  <span className="block text-soft">{t(`memory.${q.key}.about`)}</span>
                </span>
                <span aria-hidden="true" className="text-rose text-xl">
                  →
                </span>
              </Link>
            </li>
          ))}
      </ul>
    </div>
  )
}
