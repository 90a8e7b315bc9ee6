import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { letterheadQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useTitle } from '../parts/title'

type Letterhead = Schemas['LetterheadShown']
type Said = Pick<Letterhead, (typeof fields)[number]>
const fields = ['name', 'address', 'telephone', 'mail', 'opening', 'web'] as const

/** Who hands the papers out: the head of a paper as it prints, and what is written on it. */
export function LetterheadPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  useTitle(t('letterhead.title'))
  const letterhead = useQuery(letterheadQuery)
  if (letterhead.isPending) return <Loading />
  if (letterhead.error) return <Failed cause={letterhead.error} again={() => letterhead.refetch()} />
  const may = (who.deeds as string[]).includes('keep-letterhead')
  return <Written key={letterhead.data.version} is={letterhead.data} may={may} />
}

function Written({ is, may }: { is: Letterhead; may: boolean }) {
  const { t } = useTranslation()
  const [said, setSaid] = useState<Said>(is)
  const change = useDeed(
    'change-letterhead',
    () => {
      const { name, address, telephone, mail, opening, web } = said
      return ask(
        client.PUT('/api/v1/letterhead', {
          body: { version: is.version, name, address, telephone, mail, opening, web },
        }),
      )
    },
    { puts: () => letterheadQuery.queryKey },
  )
  const fault = (field: string) => (change.error instanceof Problem ? change.error.field(field) : undefined)
  const changed = fields.some((f) => said[f] !== is[f])
  return (
    <div className="mx-auto grid w-full max-w-5xl gap-6 px-4 py-6 md:px-7">
      <header>
        <h1 className="text-3xl">{t('letterhead.title')}</h1>
        <p className="text-soft">{t('letterhead.about')}</p>
      </header>
      <Head said={said} logo={is.logo ? is.version : 0} />
      {may && (
        <form
          className="grid gap-4 md:grid-cols-2"
          onSubmit={(e) => {
            e.preventDefault()
            change.mutate(undefined)
          }}
        >
          {fields.map((field) => (
            <div key={field}>
              <TextField
                label={t(`letterhead.${field}`)}
                type={field === 'telephone' ? 'tel' : 'text'}
                value={said[field]}
                fault={fault(field)}
                onChange={(text) => setSaid({ ...said, [field]: text })}
              />
              {field === 'web' && <p className="mt-1 text-soft text-sm">{t('letterhead.web.about')}</p>}
            </div>
          ))}
          <div className="flex flex-wrap items-center gap-3 md:col-span-2">
            <button type="submit" className="deed" disabled={!changed || change.isPending}>
              {t('letterhead.save')}
            </button>
            <Logo has={is.logo} />
            <a className="quiet no-underline" href="/api/v1/letterhead/paper.pdf" target="_blank" rel="noreferrer">
              {t('letterhead.paper')}
            </a>
          </div>
          {change.error && (
            <p role="alert" className="text-oxblood md:col-span-2">
              {sayProblem(change.error, t)}
            </p>
          )}
        </form>
      )}
    </div>
  )
}

/** The head of a paper as it prints. */
function Head({ said, logo }: { said: Said; logo: number }) {
  const { t } = useTranslation()
  const lines = [[said.address], [said.telephone, said.mail, said.web], [said.opening]]
    .map((group) => group.filter((x) => x.trim()).join(' · '))
    .filter(Boolean)
  return (
    <section
      aria-label={t('letterhead.as-printed')}
      className="max-w-3xl border-line border-x border-t bg-white px-8 pt-7 pb-10 text-black [mask-image:linear-gradient(#000_75%,transparent)]"
    >
      <div className="flex min-h-16 items-start gap-4 border-black border-b-2 pb-2">
        {logo > 0 && (
          <img
            src={`/api/v1/letterhead/logo.png?version=${logo}`}
            alt={t('letterhead.logo')}
            className="max-h-14 max-w-40"
          />
        )}
        <div className="mr-auto">
          <p className="answer text-lg leading-tight">
            {said.name || <span className="text-soft">{t('letterhead.nobody')}</span>}
          </p>
          {lines.map((line) => (
            <p key={line} className="text-xs leading-snug">
              {line}
            </p>
          ))}
        </div>
        <span className="answer text-lg leading-tight">{t('letterhead.sheet')}</span>
      </div>
    </section>
  )
}

function Logo({ has }: { has: boolean }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const done = () => nowStale(cache, 'give-logo')
  const give = useMutation({
    mutationFn: (file: File) =>
      ask(
        client.POST('/api/v1/letterhead/logo', {
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': file.type || 'application/octet-stream' },
        }),
      ),
    onSuccess: done,
  })
  const takeOff = useMutation({ mutationFn: () => ask(client.DELETE('/api/v1/letterhead/logo')), onSuccess: done })
  return (
    <>
      <label className="quiet cursor-pointer focus-within:outline-2">
        {t(has ? 'letterhead.other-logo' : 'letterhead.give-logo')}
        <input
          type="file"
          accept="image/png,image/jpeg"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) give.mutate(file)
          }}
        />
      </label>
      {has && (
        <button type="button" className="quiet" disabled={takeOff.isPending} onClick={() => takeOff.mutate()}>
          {t('letterhead.take-off')}
        </button>
      )}
      <FieldFault
        text={give.error ? sayProblem(give.error, t) : takeOff.error ? sayProblem(takeOff.error, t) : undefined}
      />
    </>
  )
}
