import { useCallback, useEffect, useRef, useState } from 'react'
import { type Care, careID, keepCare, sendCare, waitingCare } from './care-kept'
import { LeavesPart } from './leaves-part'
import { LettersPart } from './letters-part'
import type { Copy } from './types'

/** What is told now, or on a day of its own. */
export type Told = Omit<Care, 'id' | 'on'> & { on?: string }

const felts = ['wet', 'moist', 'dry'] as const
const looks = ['well', 'unsure', 'odd'] as const

/** A planted tree on the telephone of whoever lives with it: the answer of today, one touch for what was done, and how it looks. */
export function CarePart({ copy, token, again }: { copy: Copy; token: string; again: () => Promise<void> }) {
  const { after } = copy
  const say = after.words
  const [kept, setKept] = useState(0)
  const [said, setSaid] = useState('')
  const [day, setDay] = useState('')
  const send = useCallback(async () => {
    const out = await sendCare(token)
    setKept((await waitingCare(token)).length)
    if (out.said) setSaid(out.said)
    if (out.sent > 0) await again()
  }, [token, again])
  useEffect(() => {
    void send()
    const each = setInterval(() => void send(), 5000)
    window.addEventListener('online', send)
    return () => {
      clearInterval(each)
      window.removeEventListener('online', send)
    }
  }, [send])
  const tell = async (what: Told, photo?: Blob) => {
    setSaid('')
    await keepCare(token, { id: careID(), on: day || copy.today, ...what }, photo)
    setKept((n) => n + 1)
    setDay('')
    await send()
  }
  const waiting = (
    <>
      {kept > 0 && (
        <p role="status" className="mt-2 font-semibold text-leaf">
          {kept} {say.kept}
        </p>
      )}
      {said && (
        <p role="alert" className="mt-2 font-semibold text-oxblood">
          {said}
        </p>
      )}
    </>
  )
  const another = (
    <details>
      <summary className="min-h-11 w-fit cursor-pointer py-2.5 text-soft text-sm">{day || say.not_today}</summary>
      <input
        type="date"
        aria-label={say.when}
        className="field"
        value={day}
        max={copy.today}
        onChange={(e) => setDay(e.target.value)}
      />
    </details>
  )
  if (!after.planted)
    return (
      <section className="mt-5 rounded-xl border-[3px] border-ink p-4">
        <button
          type="button"
          className="deed min-h-14 w-full text-lg"
          disabled={kept > 0 || copy.ended !== ''}
          onClick={() => void tell({ what: 'planted' })}
        >
          {say.planted}
        </button>
        {another}
        {waiting}
      </section>
    )
  if (after.ended) return null
  const week = copy.care.filter((c) => after.week.includes(c.mark))
  return (
    <section aria-label={say.today} className="mt-4">
      <div className="rounded-xl border-[3px] border-ink p-4">
        <p className="text-soft text-sm">{say.today}</p>
        <p className="figure text-3xl leading-tight" data-testid="care-answer">
          {after.says[0]}
        </p>
        {after.says.slice(1).map((line) => (
          <p key={line} className="mt-1 text-soft">
            {line}
          </p>
        ))}
        <button
          type="button"
          className={`mt-3 min-h-14 w-full text-lg ${after.advice === 'water-now' || after.advice === 'water-twice' ? 'deed' : 'quiet'}`}
          onClick={() => void tell({ what: 'water', given_l: after.fill_l })}
        >
          {say.watered}: {after.fill}
        </button>
        <div className="mt-2 flex flex-wrap gap-2">
          {Object.entries(after.words.ways).map(([way, text]) => (
            <button
              key={way}
              type="button"
              className="quiet min-h-12 grow"
              onClick={() => void tell({ what: 'water', given_l: after.fill_l, way })}
            >
              {text}
            </button>
          ))}
        </div>
        <p className="mt-3 mb-1 font-semibold text-sm">{say.finger}</p>
        <div className="grid grid-cols-3 gap-2">
          {felts.map((felt) => (
            <button
              key={felt}
              type="button"
              className="quiet min-h-12"
              onClick={() => void tell({ what: 'finger', felt })}
            >
              {say.felt[felt]}
            </button>
          ))}
        </div>
        {another}
        {waiting}
      </div>
      <h2 className="mt-5 border-ink border-b-2 pb-1 text-xl">{say.week}</h2>
      <ul>
        {week.map((c) => (
          <li key={c.mark} className="border-line border-t py-2">
            <span className="block font-semibold text-sm">{c.date}</span>
            {c.text}
          </li>
        ))}
        {week.length === 0 && <li className="py-2 text-soft">{say.quiet}</li>}
      </ul>
      {after.open.length > 0 && (
        <>
          <p className="mt-4 mb-1 font-semibold text-sm">{say.came}</p>
          <div className="grid gap-2">
            {after.open.map((o) => (
              <button
                key={o.what}
                type="button"
                className="quiet min-h-12"
                onClick={() => void tell({ what: 'happened', happened: o.what })}
              >
                {o.text}
              </button>
            ))}
          </div>
        </>
      )}
      <Look copy={copy} tell={tell} />
      {after.done.length > 0 && (
        <>
          <h2 className="mt-5 border-ink border-b-2 pb-1 text-xl">{say.entered}</h2>
          <ul>
            {after.done.map((d) => (
              <li key={d.on + d.text} className="flex justify-between border-line border-t py-1.5">
                <span>{d.text}</span>
                <span className="text-soft">{d.on}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <LettersPart copy={copy} token={token} again={again} />
      <LeavesPart copy={copy} tell={tell} />
    </section>
  )
}

/** How it looks, in one of three touches, with a photograph; what is odd is said in one's own words. */
function Look(props: { copy: Copy; tell: (what: Told, photo?: Blob) => Promise<void> }) {
  const { after } = props.copy
  const say = after.words
  const file = useRef<HTMLInputElement>(null)
  const [photo, setPhoto] = useState<File>()
  const [odd, setOdd] = useState(false)
  const [note, setNote] = useState('')
  const [sent, setSent] = useState(false)
  const tell = async (says: (typeof looks)[number]) => {
    await props.tell({ what: 'look', says, ...(note.trim() ? { note: note.trim() } : {}) }, photo)
    setPhoto(undefined)
    setNote('')
    setOdd(false)
    setSent(true)
  }
  return (
    <div className={`mt-5 ${after.photo ? 'rounded-xl border-[3px] border-rose p-4' : ''}`}>
      <h2 className="text-xl">{say.look}</h2>
      {after.photo && <p className="mt-1">{say.photo}</p>}
      <input
        ref={file}
        type="file"
        accept="image/jpeg,image/png"
        capture="environment"
        className="sr-only"
        aria-label={say.take}
        onChange={(e) => {
          setPhoto(e.target.files?.[0])
          e.target.value = ''
        }}
      />
      <button type="button" className="quiet mt-2 w-full" aria-pressed={!!photo} onClick={() => file.current?.click()}>
        {photo ? `✓ ${photo.name}` : say.take}
      </button>
      <div className="mt-2 grid grid-cols-3 gap-2">
        {looks.map((l) => (
          <button
            key={l}
            type="button"
            className="quiet min-h-14 leading-tight"
            aria-expanded={l === 'odd' ? odd : undefined}
            onClick={() => (l === 'odd' ? setOdd(true) : void tell(l))}
          >
            {say.says[l]}
          </button>
        ))}
      </div>
      {odd && (
        <div className="mt-2 grid gap-2">
          <label className="text-sm">
            <span className="mb-1 block font-semibold">{say.odd}</span>
            <textarea
              className="field min-h-20"
              maxLength={500}
              placeholder={say.note}
              value={note}
              onChange={(e) => setNote(e.target.value)}
            />
          </label>
          <button type="button" className="deed" onClick={() => void tell('odd')}>
            {say.send}
          </button>
        </div>
      )}
      {sent && (
        <p role="status" className="mt-2 font-semibold text-leaf">
          {say.sent}
        </p>
      )}
    </div>
  )
}
