import { useMutation, useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, Problem } from '../api/client'
import { noteQuery } from '../api/queries'
import { FileField } from '../parts/file-field'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { NoteDoubts } from './note-doubts'
import { Faulty } from './note-faulty'
import { NoteLetters } from './note-letters'
import { type Preview, useReading } from './note-reading'
import { NoteTable } from './note-table'
import { NoteTakeIn } from './note-take-in'

const largest = 8 << 20

/** A delivery note from a file: the file as it came, with its columns to take hold of; what is doubtful is asked, what is faulty is mended, then the sound rows come in. */
export function NotePage({ id }: { id?: string }) {
  const { t } = useTranslation()
  useTitle(t('note.title'))
  const [, go] = useLocation()
  const open = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > largest) throw new Problem(413, t('note.too-large'), 'note-too-large', [])
      return ask<Preview>(
        client.POST('/api/v1/notes', {
          params: { query: { name: file.name } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': file.type || 'application/octet-stream' },
        }),
      )
    },
    onSuccess: (note) => go(`/arrivals/note/${note.id}`),
  })
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-6 px-4 py-6 md:px-7">
      <header className="grid gap-x-8 gap-y-3 md:grid-cols-[1fr_auto] md:items-end">
        <div>
          <h1 className="text-[2.2rem]">{t('note.title')}</h1>
          <p className="max-w-2xl text-soft">{t('note.hint')}</p>
        </div>
        <FileField
          label={t('note.file')}
          accept=".csv,.txt,.tsv,.xlsx,text/csv,text/plain"
          onFile={(file) => open.mutate(file)}
        />
      </header>
      <FieldFault text={open.error ? sayProblem(open.error, t) : undefined} />
      {open.isPending && <p role="status">{t('note.reading')}</p>}
      {id && <Opened id={id} key={id} />}
    </div>
  )
}

function Opened({ id }: { id: string }) {
  const note = useQuery(noteQuery(id))
  if (note.isPending) return <Loading />
  if (note.error) return <Failed cause={note.error} again={() => note.refetch()} />
  return <Note note={note.data} />
}

function Note({ note }: { note: Preview }) {
  const { t } = useTranslation()
  const reading = useReading(note)
  return (
    <>
      <section aria-live="polite">
        <p className="answer text-3xl" data-testid="note-answer">
          {t('note.answer', { sound: note.sound, total: note.total, trees: note.trees })}
        </p>
        <p className="text-soft">
          {[
            note.file_name,
            note.workbook ? t('note.sheet-of', { sheet: note.as.sheet }) : '',
            t('note.headings-in', { line: note.as.heading_line }),
            note.unread.length ? t('note.unread', { what: note.unread.join(', ') }) : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <FieldFault text={reading.fault} />
      </section>
      {note.done === 0 && <NoteDoubts note={note} read={reading.read} busy={reading.busy} />}
      <NoteTable note={note} read={reading.read} busy={reading.busy} />
      {note.done === 0 && <Faulty note={note} read={reading.read} busy={reading.busy} />}
      <NoteLetters note={note} read={reading.read} busy={reading.busy} />
      <NoteTakeIn note={note} />
    </>
  )
}
