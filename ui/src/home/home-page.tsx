import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { type Answers, askedOf, HowFar, OneQuestion, type Question } from '../ground/short-questions'
import { TextField } from '../parts/text-field'
import { useKept } from '../parts/use-kept'
import { speak } from '../words/i18n'
import { changeSettings, useSettings } from '../words/settings'

/** What the holder of a card is shown (app/copies, Home). */
interface Home {
  house: { name: string; telephone: string; opening: string }
  tag: string
  common: string
  spanish: string
  told: boolean
  taken: boolean
}

type Draft = { step: number; answers: Answers; name: string; telephone: string }

/** Somebody at home tells of their ground, one question at a time; the house makes them a plan for their tree. */
export function HomePage({ token }: { token: string }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const [home, setHome] = useState<Home>()
  const [said, setSaid] = useState('')
  const [state, setState] = useState<'asking' | 'sending' | 'sent'>('asking')
  const kept = useKept<Draft>(`home.${token}`, 1, () => ({ step: -1, answers: {}, name: '', telephone: '' }))
  const { step, answers, name, telephone } = kept.value
  const set = (part: Partial<Draft>) => kept.set({ ...kept.value, ...part })
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked once for a token
  useEffect(() => {
    fetch(`/h/${token}/data`)
      .then(async (answer) => {
        const body = await answer.json()
        if (answer.ok) setHome(body)
        else setSaid(body.title)
      })
      .catch(() => setSaid(t('home.no-network')))
  }, [token])
  useEffect(() => {
    if (home) document.title = t('home.title', { kind: home.common })
  }, [home, t])
  const send = async () => {
    setState('sending')
    setSaid('')
    try {
      const answer = await fetch(`/h/${token}/told`, {
        method: 'POST',
        body: JSON.stringify({ name, telephone, ground: sent(answers) }),
      })
      if (answer.ok) {
        kept.forget()
        return setState('sent')
      }
      setSaid((await answer.json()).title)
    } catch {
      setSaid(t('home.no-network'))
    }
    setState('asking')
  }
  const kind = (language === 'es' ? home?.spanish : home?.common) ?? ''
  const frame = 'mx-auto grid w-full max-w-xl content-start gap-5 px-4 py-5'
  if (!home)
    return (
      <main className={frame}>
        <p className="text-xl" role="status">
          {said || '…'}
        </p>
      </main>
    )
  const call = [home.house.name, home.house.telephone, home.house.opening].filter(Boolean).join(' · ')
  if (state === 'sent' || home.taken)
    return (
      <main className={frame}>
        <h1 className="text-3xl" data-testid="home-answer">
          {t(home.taken ? 'home.taken' : 'home.thanks', { kind })}
        </h1>
        <p className="text-lg">{t('home.until')}</p>
        <p className="font-semibold">{call}</p>
      </main>
    )
  const asked = askedOf(answers)
  const at = Math.min(step, asked.length)
  const question = asked[at] as Question | undefined
  return (
    <main className={frame}>
      <header className="grid gap-2">
        <p className="text-soft text-sm">{t('home.for', { kind, tag: home.tag })}</p>
        {step >= 0 && <HowFar at={at} of={asked.length} />}
      </header>
      {step < 0 && (
        <>
          <h1 className="text-3xl">{t('home.title', { kind })}</h1>
          <p className="text-lg">{t('home.how')}</p>
          {home.told && <p className="border-ochre border-l-4 pl-3">{t('home.again')}</p>}
          <button type="button" className="deed !min-h-14" onClick={() => set({ step: 0 })}>
            {t('home.begin')}
          </button>
          <p className="flex flex-wrap gap-4">
            {(['en-US', 'es'] as const)
              .filter((l) => l.slice(0, 2) !== language.slice(0, 2))
              .map((l) => (
                <button
                  key={l}
                  type="button"
                  lang={l}
                  className="min-h-11 font-semibold underline underline-offset-4"
                  onClick={() => {
                    changeSettings({ language: l })
                    void speak(l)
                  }}
                >
                  {t(`language.${l}`)}
                </button>
              ))}
          </p>
        </>
      )}
      {step >= 0 && question && (
        <OneQuestion
          question={question}
          at={at}
          answers={answers}
          go={(to, next = answers) => set({ step: Math.max(0, to), answers: next })}
        />
      )}
      {step >= 0 && !question && (
        <form
          className="grid gap-4"
          onSubmit={(e) => {
            e.preventDefault()
            void send()
          }}
        >
          <h1 className="text-3xl">{t('home.who')}</h1>
          <p className="text-soft">{t('home.who.why')}</p>
          <TextField label={t('home.name')} value={name} onChange={(v) => set({ name: v })} />
          <TextField label={t('home.telephone')} value={telephone} onChange={(v) => set({ telephone: v })} />
          {said && (
            <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
              {said}
            </p>
          )}
          <button
            type="submit"
            className="deed !min-h-14"
            disabled={state === 'sending' || !name.trim() || !telephone.trim()}
          >
            {t(state === 'sending' ? 'look.saving' : 'home.send')}
          </button>
          <button type="button" className="quiet !min-h-14" onClick={() => set({ step: asked.length - 1 })}>
            {t('short.back')}
          </button>
        </form>
      )}
    </main>
  )
}

/** Only what was answered goes along; what was left open is no answer. */
function sent(a: Answers) {
  const { ribbon, ...rest } = a
  return { ...rest, ...(ribbon?.length ? { ribbon } : {}) }
}
