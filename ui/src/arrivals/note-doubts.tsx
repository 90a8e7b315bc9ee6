import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { stockForm } from '../api/declared.gen'
import { placed, type Reading } from './note-reading'

/** What stands between the note and the yard: a column that is missing, figures that nobody would believe, totals that do not agree. */
export function NoteDoubts({ note, read, busy }: Reading) {
  const { t } = useTranslation()
  const missing = note.missing.filter((c) => c !== 'form')
  return (
    <>
      {missing.length > 0 && (
        <p role="alert" className="font-semibold text-oxblood">
          {t('note.missing', { what: missing.map((c) => t(`column.${c}`)).join(', ') })}
        </p>
      )}
      {(note.missing.includes('form') || note.chosen.form) && (
        <Asked question={t('note.form')}>
          {stockForm.map((form) => (
            <Answer key={form} on={note.chosen.form === form} busy={busy} say={() => read({ form })}>
              {t(`form.${form}`)}
            </Answer>
          ))}
        </Asked>
      )}
      {note.questions.map((q) => (
        <Asked
          key={q.column}
          question={t('note.doubt', {
            column: t(`column.${q.column}`),
            figures: q.example,
            unit: t(`note.unit.${q.unit}`),
          })}
        >
          {q.instead.map((unit) => (
            <Answer key={unit} busy={busy} say={() => read({ units: { ...note.chosen.units, [q.column]: unit } })}>
              {t(`note.unit.${unit}`)}
            </Answer>
          ))}
          {q.girth && (
            <Answer
              busy={busy}
              say={() => read({ columns: placed(note, note.as.columns?.[q.column] ?? 0, 'girth_cm') })}
            >
              {t('note.girth')}
            </Answer>
          )}
          <Answer busy={busy} say={() => read({ units: { ...note.chosen.units, [q.column]: q.unit } })}>
            {t('note.as-it-is', { unit: t(`note.unit.${q.unit}`) })}
          </Answer>
        </Asked>
      ))}
      {note.left_rows > 0 && <LeftOut note={note} />}
    </>
  )
}

function Asked({ question, children }: { question: string; children: React.ReactNode }) {
  return (
    <fieldset className="border-rose border-l-4 pl-4">
      <legend className="float-left mb-2 w-full font-semibold text-lg">{question}</legend>
      <div className="clear-left flex flex-wrap gap-2">{children}</div>
    </fieldset>
  )
}

function Answer(props: { on?: boolean; busy: boolean; say: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      className={props.on ? 'deed' : 'quiet'}
      aria-pressed={props.on}
      disabled={props.busy}
      onClick={props.say}
    >
      {props.children}
    </button>
  )
}

/** The rows that are no lots; a total that does not agree with its rows is the one to look at. */
function LeftOut({ note }: { note: Schemas['ArrivalsPreview'] }) {
  const { t } = useTranslation()
  return (
    <ul className="grid gap-1" aria-label={t('note.left')}>
      {note.left.map((l) => {
        const wrong = l.said !== null && l.said !== l.sum
        return (
          <li key={l.line} className={wrong ? 'font-semibold text-oxblood' : 'text-soft'}>
            <span className="figure mr-3">{t('note.line-n', { line: l.line })}</span>
            {l.why === 'totals' && l.said !== null
              ? t(wrong ? 'note.total-wrong' : 'note.total', { said: l.said, sum: l.sum })
              : t(`note.left.${l.why}`, { text: l.text })}
          </li>
        )
      })}
      {note.left_rows > note.left.length && (
        <li className="text-soft">{t('note.left-more', { count: note.left_rows - note.left.length })}</li>
      )}
    </ul>
  )
}
