import { useMutation, useQueryClient } from '@tanstack/react-query'
import { DropdownMenu } from 'radix-ui'
import { type ReactNode, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person } from '../api/client'
import { wordsLanguage, wordsUnits } from '../api/declared.gen'
import { KeptBar } from '../offline/kept-bar'
import { persister } from '../offline/persister'
import { usePlaceTitle } from '../parts/title'
import { changeSettings, type Settings, useSettings } from '../words/settings'
import { Help } from './help'
import { Offline } from './offline'
import { Said } from './said'
import { TagBox } from './tag-box'
import { useKeys } from './use-keys'
import { useScanner } from './use-scanner'

/** `also` are the pages that belong to a place and lie elsewhere. */
const places = [
  { path: '/', key: 'place.today', deed: 'see-yard' },
  { path: '/arrivals', key: 'place.arrivals', deed: 'see-yard', also: ['/lots'] },
  { path: '/bench', key: 'place.bench', deed: 'see-yard', also: ['/stocktake'] },
  { path: '/work', key: 'place.work', deed: 'see-yard' },
  { path: '/clock', key: 'place.clock', deed: 'see-yard' },
  { path: '/ground', key: 'place.ground', deed: 'see-ground', also: ['/stations'] },
  { path: '/match', key: 'place.match', deed: 'match-and-plan', also: ['/plan'] },
  { path: '/sheets', key: 'place.sheets', deed: 'see-ground' },
  {
    path: '/planted',
    key: 'place.planted',
    deed: 'see-planted',
    also: ['/round', '/trouble', '/outcomes', '/claims', '/trials', '/dates'],
  },
  { path: '/growers', key: 'place.growers', deed: 'see-yard' },
  { path: '/rules', key: 'place.rules', deed: 'see-rules', also: ['/kinds'] },
] as const

/** The order of the work hangs under one soil line; where you are, a small flared trunk stands on it. */
export function Shell({ who, children }: { who: Person; children: ReactNode }) {
  const { t } = useTranslation()
  const [at, go] = useLocation()
  const [help, setHelp] = useState(false)
  const tagBox = useRef<HTMLInputElement>(null)
  const allowed = places.filter((p) => (who.deeds as string[]).includes(p.deed))
  const here = (place: (typeof places)[number]) =>
    place.path === '/'
      ? at === '/'
      : [place.path, ...('also' in place ? place.also : [])].some((p) => at === p || at.startsWith(`${p}/`))
  // Left and right along the soil line, from where one stands.
  const along = (step: number) => {
    const next = allowed[allowed.findIndex((p) => here(p)) + step]
    if (next) go(next.path)
  }
  useKeys({
    '/': () => tagBox.current?.focus(),
    '?': () => setHelp(true),
    '[': () => along(-1),
    ']': () => along(1),
  })
  useScanner((tag) => go(`/bench/${tag}`))
  const standing = allowed.find((p) => here(p))
  usePlaceTitle(standing ? t(standing.key) : '')
  return (
    <div className="flex min-h-dvh flex-col">
      <a
        href="#work"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-night focus:p-3 focus:text-white"
      >
        {t('shell.skip')}
      </a>
      <header className="no-print">
        <div className="relative z-10 flex h-14 items-center justify-between gap-3 px-4 md:px-7">
          <Link href="/" className="answer text-2xl no-underline">
            Sedum
          </Link>
          <div className="flex items-center gap-2">
            <TagBox ref={tagBox} />
            <PersonMenu who={who} help={() => setHelp(true)} />
          </div>
        </div>
        <nav aria-label={t('shell.places')} className="relative border-umber border-t-2 bg-band">
          <Ticks />
          <ul className="relative flex gap-x-1 overflow-x-auto overflow-y-hidden px-2 [scrollbar-width:none] md:overflow-visible md:justify-center xl:justify-start xl:gap-x-2 xl:pl-28">
            {allowed.map((p) => (
              <li key={p.path} className="relative">
                <Link
                  href={p.path}
                  aria-current={here(p) ? 'page' : undefined}
                  className="block whitespace-nowrap px-3 md:max-lg:px-[0.4rem] md:max-lg:text-[0.95rem] pt-4 pb-2.5 font-semibold no-underline aria-[current]:text-rose-deep"
                >
                  {here(p) && <Trunk />}
                  {t(p.key)}
                </Link>
              </li>
            ))}
          </ul>
        </nav>
      </header>
      {/* What waits stands first: the line about the network comes and goes, and must not move it under a finger. */}
      <KeptBar person={who.name} />
      <Offline />
      <Said />
      <main id="work" className="flex flex-1 flex-col">
        {children}
      </main>
      <Help open={help} onOpenChange={setHelp} />
    </div>
  )
}

/** The ruler of the soil line. */
function Ticks() {
  return (
    <svg className="absolute inset-x-0 top-0 h-2.5 w-full" aria-hidden="true">
      <defs>
        <pattern id="ticks" width="80" height="10" patternUnits="userSpaceOnUse">
          <path
            d="M0.5 0V9M8.5 0V4M16.5 0V4M24.5 0V4M32.5 0V4M40.5 0V6M48.5 0V4M56.5 0V4M64.5 0V4M72.5 0V4"
            className="stroke-line-strong"
            strokeWidth="1"
          />
        </pattern>
      </defs>
      <rect width="100%" height="10" fill="url(#ticks)" />
    </svg>
  )
}

function Trunk() {
  return (
    <svg
      viewBox="0 0 64 50"
      className="-translate-x-1/2 -top-[1.8rem] absolute left-1/2 hidden w-14 md:block md:max-xl:[clip-path:inset(44%_0_0_0)] max-[1400px]:[li:nth-last-child(-n+2)_&]:[clip-path:inset(44%_0_0_0)]"
      aria-hidden="true"
    >
      <path d="M29 2h6l1 18c1 5 5 8 12 9.5H16c7-1.5 11-4.5 12-9.500z" className="fill-rose" />
      <path
        d="M22 30c-4 4-9 6-14 8M27 30c-2 5-5 9-8 12M32 30v14M37 30c2 5 5 9 8 12M42 30c4 4 9 6 14 8"
        className="fill-none stroke-rose"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </svg>
  )
}

function PersonMenu({ who, help }: { who: Person; help: () => void }) {
  const { t } = useTranslation()
  const { units, language } = useSettings()
  const cache = useQueryClient()
  const [, go] = useLocation()
  const leave = useMutation({
    mutationFn: (everywhere: boolean) =>
      ask<unknown>(everywhere ? client.DELETE('/api/v1/sessions') : client.DELETE('/api/v1/session')),
    onSettled: () => {
      cache.clear()
      void persister.removeClient()
      location.assign('/')
    },
  })
  // Shown so at once on this device; kept with the person, for the next one.
  const keep = (change: Partial<Settings>) => {
    changeSettings(change)
    void client.PUT('/api/v1/session/settings', { body: { language, units, ...change } }).catch(() => undefined)
  }
  const item = 'flex min-h-11 cursor-pointer items-center rounded-lg px-3 outline-none data-[highlighted]:bg-band'
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-11 items-center gap-2 rounded-lg px-2 text-left leading-tight hover:bg-leaf-paper">
        <span className="hidden sm:block">
          <span className="block font-semibold text-sm">{who.name}</span>
          <span className="block text-soft text-xs">{who.by_pin ? t('access.by-pin') : t(`role.${who.role}`)}</span>
        </span>
        <span
          className="answer grid size-9 place-items-center rounded-full bg-night text-sm text-white"
          aria-hidden="true"
        >
          {who.name.slice(0, 1)}
        </span>
        <span className="sr-only sm:hidden">{who.name}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-40 w-60 rounded-xl border border-line-strong bg-leaf-paper p-2 shadow-lg"
        >
          <DropdownMenu.RadioGroup
            value={units}
            onValueChange={(v) => keep({ units: wordsUnits.find((u) => u === v) ?? units })}
          >
            {wordsUnits.map((u) => (
              <DropdownMenu.RadioItem key={u} value={u} className={item}>
                <span className="w-6">{units === u ? '✓' : ''}</span>
                {t(`units.${u}`)}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 border-line border-t" />
          <DropdownMenu.RadioGroup
            value={language}
            onValueChange={(v) => keep({ language: wordsLanguage.find((l) => l === v) ?? language })}
          >
            {wordsLanguage.map((l) => (
              <DropdownMenu.RadioItem key={l} value={l} className={item}>
                <span className="w-6">{language === l ? '✓' : ''}</span>
                {t(`language.${l}`)}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 border-line border-t" />
          {(who.deeds as string[]).includes('keep-people') && (
            <DropdownMenu.Item className={item} onSelect={() => go('/people')}>
              {t('people.open')}
            </DropdownMenu.Item>
          )}
          {!who.by_pin && (
            <DropdownMenu.Item className={item} onSelect={() => go('/access')}>
              {t('access.open')}
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item className={item} onSelect={help}>
            {t('help.open')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => leave.mutate(false)}>
            {t('sign-out')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => leave.mutate(true)}>
            {t('sign-out.everywhere')}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
