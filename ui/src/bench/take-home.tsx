import { useTranslation } from 'react-i18next'
import { ask, client, type Tree } from '../api/client'
import { wordsLanguage } from '../api/declared.gen'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { useSettings } from '../words/settings'

/** The card of a tree that goes home without a survey: it gets an address where its buyer tells of their ground, and opens to be printed. */
export function TakeHome({ tree }: { tree: Tree }) {
  const { t } = useTranslation()
  const { language, units } = useSettings()
  const hand = useDeed(null, (_: undefined, key: string) =>
    ask(
      client.POST('/api/v1/trees/{tag}/take-home', {
        params: { path: { tag: tree.tag }, header: { 'Idempotency-Key': key } },
        body: {},
      }),
    ),
  )
  const open = (l: string) => {
    const card = `/api/v1/trees/${tree.tag}/take-home.pdf?${new URLSearchParams({ units, language: l, paper: units === 'us' ? 'letter' : 'a4' })}`
    // The sheet of the browser opens under the finger, and is filled when the address is there.
    const sheet = window.open('', '_blank')
    hand.mutate(undefined, {
      onSuccess: () => {
        if (sheet) sheet.location.href = card
      },
      onError: () => sheet?.close(),
    })
  }
  return (
    <span className="grid gap-1">
      <button type="button" className="quiet" disabled={hand.isPending} onClick={() => open(language)}>
        {t('record.take-home')}
      </button>
      <span className="flex justify-center gap-4 text-sm">
        {wordsLanguage
          .filter((l) => l.slice(0, 2) !== language.slice(0, 2))
          .map((l) => (
            <button
              key={l}
              type="button"
              className="inline-flex min-h-11 items-center underline underline-offset-4"
              lang={l}
              disabled={hand.isPending}
              onClick={() => open(l)}
            >
              {t(`language.${l}`)}
            </button>
          ))}
      </span>
      <FieldFault text={hand.error ? sayProblem(hand.error, t) : undefined} />
    </span>
  )
}
