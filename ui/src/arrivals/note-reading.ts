import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { noteQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'

export type Preview = Schemas['ArrivalsPreview']
export type How = Schemas['ArrivalHow']

/** What the parts of the page know of reading a note otherwise. */
export type Reading = { note: Preview; read: (part: Partial<How>) => void; busy: boolean }

/** Reads a note otherwise: what is chosen is kept with the note at once, so that nothing is lost when the page is closed. */
export function useReading(note: Preview) {
  const { t } = useTranslation()
  const deed = useDeed(
    'read-note-so',
    (how: How) => ask(client.PUT('/api/v1/notes/{id}/how', { params: { path: { id: note.id } }, body: how })),
    { puts: () => noteQuery(note.id).queryKey },
  )
  return {
    read: (part: Partial<How>) => deed.mutate({ ...note.chosen, ...part }),
    busy: deed.isPending,
    fault: deed.error ? sayProblem(deed.error, t) : undefined,
  }
}

/** The columns as they stand, with what one place tells now; "" is nothing. */
export function placed(note: Preview, place: number, column: string): Record<string, number> {
  const next = Object.fromEntries(Object.entries(note.as.columns ?? {}).filter(([c, i]) => i !== place && c !== column))
  if (column) next[column] = place
  return next
}
