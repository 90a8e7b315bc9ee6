import { useCallback, useEffect, useState } from 'react'
import { KnifeYear } from '../drawing/knife-year'
import { PlantingSection } from '../drawing/planting-section'
import { Regrowth } from '../drawing/regrowth'
import { speak } from '../words/i18n'
import { changeSettings } from '../words/settings'
import { CarePart } from './care-part'
import { HoseTimer } from './hose-timer'
import { keep, type Touch, waiting, went } from './ticks'
import type { Copy } from './types'

type State = { copy?: Copy; said?: string }

/** The customer's copy of a sheet on their telephone: what can hurt, the moves to tick off, the water, the dates, whom to call. */
export function CopyPage({ token }: { token: string }) {
  const [{ copy, said }, setState] = useState<State>({})
  const [kept, setKept] = useState<Touch[]>(() => waiting(token))
  const [network, setNetwork] = useState(navigator.onLine)

  const read = useCallback(async () => {
    try {
      const answer = await fetch(`/c/${token}/data`)
      const body = await answer.json()
      if (!answer.ok) return setState({ said: body.title })
      changeSettings({ units: body.units, language: body.language })
      document.title = `${body.common}, ${body.tag}`
      void speak(body.language)
      setState({ copy: body })
    } catch {
      setState((s) =>
        s.copy ? s : { said: 'No network, and this page was never read here. Try again when you have one.' },
      )
    }
  }, [token])

  const send = useCallback(async () => {
    const list = waiting(token)
    if (list.length === 0) return
    try {
      const answer = await fetch(`/c/${token}/ticks`, { method: 'POST', body: JSON.stringify(list) })
      setNetwork(true)
      if (answer.ok || answer.status === 422) setKept(went(token, list))
      if (answer.ok || answer.status === 410) await read()
    } catch {
      setNetwork(false)
    }
  }, [token, read])

  useEffect(() => {
    void read().then(send)
    const each = setInterval(() => void send(), 5000)
    const back = () => {
      setNetwork(true)
      void send()
      void read()
    }
    const gone = () => setNetwork(false)
    window.addEventListener('online', back)
    window.addEventListener('offline', gone)
    return () => {
      clearInterval(each)
      window.removeEventListener('online', back)
      window.removeEventListener('offline', gone)
    }
  }, [read, send])

  if (!copy)
    return (
      <main className="mx-auto grid min-h-dvh max-w-lg content-center gap-3 p-5">
        <h1 className="text-3xl">{said ? 'Sedum' : '…'}</h1>
        {said && <p className="text-lg">{said}</p>}
      </main>
    )

  const done = (mark: string) => kept.find((t) => t.mark === mark)?.done ?? copy.ticks[mark] ?? false
  const touch = (mark: string) => {
    setKept(keep(token, { mark, done: !done(mark), at: new Date().toISOString() }))
    void send()
  }
  const { page, words: say } = copy
  const call = copy.house.telephone.replace(/[^\d+]/g, '')
  const planted = copy.moves.length > 0 && copy.moves.every((m) => done(m))
  return (
    <main className="mx-auto max-w-lg px-4 pb-16">
      <header className="border-ink border-b-2 py-3">
        <p className="font-semibold">{copy.house.name}</p>
        <p className="text-soft text-sm">
          {copy.common} ({copy.botanical}), {copy.tag}. {copy.spot}
        </p>
      </header>
      {copy.ended && (
        <p role="alert" className="my-3 rounded-xl bg-night p-4 text-lg text-white">
          {copy.ended}
        </p>
      )}
      {!copy.ended && copy.locked && (
        <p role="alert" className="my-3 rounded-xl bg-night p-4 text-lg text-white">
          {copy.locked}
        </p>
      )}
      {!network && (
        <p role="status" className="my-3 border-ochre border-l-4 bg-leaf-paper p-3">
          {page.offline}
        </p>
      )}
      {kept.length > 0 && (
        <p role="status" className="my-2 text-soft text-sm">
          {kept.length} {page.waiting}
        </p>
      )}
      {copy.after.planted && <CarePart copy={copy} token={token} again={read} />}
      <h1 className="mt-4 text-3xl leading-tight">{say.headline}.</h1>
      <p className="mt-1 font-semibold">
        {copy.when}. {copy.marked}
      </p>
      {copy.against && <p className="mt-3 rounded-xl border-2 border-oxblood p-3 font-semibold">{copy.against}</p>}
      <div className="-mx-4 mt-3">
        <PlantingSection
          plan={copy.drawn}
          caliperMM={copy.caliper_mm}
          bare={copy.bare}
          soil={copy.soil}
          along={copy.along}
          label={say.headline}
        />
      </div>
      <section className="mt-3 grid gap-3 rounded-xl bg-night p-4 text-white">
        {say.sheet.hurts.map((h) => (
          <div key={h.code}>
            <h2 className="text-lg text-white">{h.title}</h2>
            <p>{h.text}</p>
            {h.code === 'call' && call && (
              <a className="inline-block min-h-11 py-2 text-lg text-white underline" href={`tel:${call}`}>
                {copy.house.telephone}
              </a>
            )}
          </div>
        ))}
      </section>
      <details className="mt-5" open={!planted && !copy.after.planted}>
        <summary className="min-h-12 cursor-pointer py-2 font-bold text-2xl">{page.plant}</summary>
        <h2 className="mt-2 border-ink border-b-2 pb-1 text-xl">{page.ready}</h2>
        <ul className="mb-4 columns-2 gap-6">
          {say.sheet.kit.map((k) => (
            <li key={k} className="py-0.5">
              {k}
            </li>
          ))}
          {say.quantities
            .filter((q) => q.code !== 'spoil-left')
            .map((q) => (
              <li key={q.code} className="py-0.5">
                {q.label}: {q.amount}
                {q.bags && `, ${q.bags}`}
              </li>
            ))}
        </ul>
        <ol>
          {say.sheet.panels.map((p, i) => {
            const mark = copy.moves[i] ?? ''
            return (
              <li key={mark} className="border-line-strong border-t py-3">
                {p.cautions.length > 0 && (
                  <p className="mb-2 border-ink border-l-4 pl-3 font-semibold">{p.cautions.join(' ')}</p>
                )}
                <button
                  type="button"
                  className="flex min-h-12 w-full items-center gap-3 text-left"
                  aria-pressed={done(mark)}
                  disabled={p.locked || copy.ended !== ''}
                  onClick={() => touch(mark)}
                >
                  <Box on={done(mark)} />
                  <span className={`figure text-2xl leading-tight ${p.locked ? 'text-soft' : ''}`}>
                    {i + 1}. {p.figure}
                  </span>
                </button>
                <p className="pl-12">{p.texts.map((t) => sentence(t)).join(' ')}</p>
                {p.why && <p className="pl-12 text-soft text-sm">{p.why}</p>}
              </li>
            )
          })}
        </ol>
      </details>
      {!copy.after.planted && <CarePart copy={copy} token={token} again={read} />}
      <h2 className="mt-6 text-2xl">{page.keep}</h2>
      <section className="mt-2 rounded-xl border-[3px] border-ink p-4">
        <p className="figure text-3xl leading-tight">{say.sheet.pour}</p>
        <p className="font-semibold">{say.sheet.where}</p>
        <p className="mt-1">{page.why}</p>
        <p className="mt-2 border-ink border-l-4 pl-3 font-semibold">{say.sheet.finger}</p>
        <dl className="mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
          {say.sheet.rows.map((r) => (
            <Row key={r.while} is={r.while} of={r.often} />
          ))}
        </dl>
        <p className="mt-2">{say.sheet.then}</p>
        <HoseTimer token={token} page={page} pour={copy.drawn.basin.dose_l} us={copy.units === 'us'} />
      </section>
      <h2 className="mt-6 border-ink border-b-2 pb-1 text-xl">{page.dates}</h2>
      <ul>
        {copy.care
          .filter((c) => c.from >= copy.today || !done(c.mark))
          .slice(0, 14)
          .map((c) => (
            <li key={c.mark} className="border-line border-t">
              <button
                type="button"
                className="flex min-h-12 w-full items-start gap-3 py-2 text-left"
                aria-pressed={done(c.mark)}
                disabled={copy.ended !== ''}
                onClick={() => touch(c.mark)}
              >
                <Box on={done(c.mark)} />
                <span>
                  <span className={`block text-sm ${c.from < copy.today && !done(c.mark) ? 'font-bold' : 'text-soft'}`}>
                    {c.date}
                    {c.until && ` – ${c.until}`}
                  </span>
                  {c.text}
                </span>
              </button>
            </li>
          ))}
      </ul>
      <a className="quiet mt-3 no-underline" href={`/c/${token}/care.ics`} download>
        {page.calendar}
      </a>
      <h2 className="mt-6 border-ink border-b-2 pb-1 text-xl">{page.off}</h2>
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 py-2">
        {say.sheet.off.map((o) => (
          <Row key={o.what} is={o.what} of={o.when} />
        ))}
      </dl>
      <h2 className="mt-4 border-ink border-b-2 pb-1 text-xl">{page.never}</h2>
      <ul className="list-disc py-2 pl-5">
        {say.sheet.never.map((n) => (
          <li key={n}>{n}</li>
        ))}
      </ul>
      {say.sheet.knife && (
        <>
          <h2 className="mt-4 mb-2 border-ink border-b-2 pb-1 text-xl">{page.knife}</h2>
          <KnifeYear year={say.sheet.knife} />
          {say.sheet.regrowth && <Regrowth regrowth={say.sheet.regrowth} />}
        </>
      )}
      <h2 className="mt-4 border-ink border-b-2 pb-1 text-xl">{page.asked}</h2>
      {say.asked.map((a) => (
        <details key={a.code} className="border-line border-t">
          <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{a.question}</summary>
          <p className="pb-3">{a.answer}</p>
        </details>
      ))}
      <h2 className="mt-4 border-ink border-b-2 pb-1 text-xl">{page.odd}</h2>
      <dl>
        {say.sheet.odd.map((o) => (
          <div key={o.sign} className="border-line border-t py-2">
            <dt className="font-semibold">{o.sign}</dt>
            <dd>{o.do}</dd>
          </div>
        ))}
      </dl>
      <section className="mt-5 rounded-xl border-[3px] border-ink p-4">
        <h2 className="text-xl">{page.call}</h2>
        <p className="font-semibold">{[copy.house.name, copy.house.opening].filter(Boolean).join(' · ')}</p>
        {call && (
          <a className="deed mt-2 no-underline" href={`tel:${call}`}>
            {copy.house.telephone}
          </a>
        )}
        {copy.house.mail && (
          <a className="quiet mt-2 no-underline" href={`mailto:${copy.house.mail}`}>
            {copy.house.mail}
          </a>
        )}
      </section>
    </main>
  )
}

const sentence = (text: string) => (/[.?!]$/.test(text) ? text : `${text}.`)

function Row({ is, of }: { is: string; of: string }) {
  return (
    <>
      <dt className="font-semibold">{is}</dt>
      <dd>{of}</dd>
    </>
  )
}

function Box({ on }: { on: boolean }) {
  return (
    <svg viewBox="0 0 32 32" className="size-9 shrink-0" aria-hidden="true">
      <rect x="3" y="3" width="26" height="26" rx="4" className="fill-leaf-paper stroke-ink" strokeWidth="2.5" />
      {on && <path d="M8 16l6 7L25 8" className="fill-none stroke-rose" strokeWidth="4.5" strokeLinecap="round" />}
    </svg>
  )
}
